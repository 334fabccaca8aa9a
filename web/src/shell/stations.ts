import { betterProfileOf } from '../plates/betterProfile.ts';
import type { TrialNote } from '@velvet-dusk/core/api/jobs';
import type { OpenProject } from '../api/project.ts';
import { plural } from '@velvet-dusk/core/numeric/plural';

export interface Station {
  id: string;
  label: string;
  /** A measured status, a few words. */
  status(context: {
    project: OpenProject;
    lookName: string;
    exportsDone: number;
    /** What the latest kept run came to. */
    lastRun: TrialNote | null;
    /** LUT files on the list. */
    inspected: number;
    /** True once there is time to weigh every plate against every profile. */
    isCalm: boolean;
  }): string;
  /** What happens here, for the page of a station that is not built. */
  purpose: string;
  does: readonly string[];
}

/** The path through the job, in order. */
export const stations: readonly Station[] = [
  {
    id: 'cameras',
    label: 'Cameras',
    status: ({ project }) => {
      const plates = project.plates.filter((p) => p.kind === 'plate');
      return `${new Set(plates.map((p) => p.profileId)).size} in use`;
    },
    purpose: '',
    does: [],
  },
  {
    id: 'plates',
    label: 'Plates',
    status: ({ project, isCalm }) => {
      const plates = project.plates.filter((p) => p.kind === 'plate');
      const doubted = isCalm ? plates.filter((p) => betterProfileOf(p, project.profiles)).length : 0;
      return `${plates.length} in${doubted ? `, ${doubted} in doubt` : ''}`;
    },
    purpose: '',
    does: [],
  },
  {
    id: 'look',
    label: 'Look',
    status: ({ lookName }) => lookName,
    purpose: '',
    does: [],
  },
  {
    id: 'trials',
    label: 'Trials',
    status: ({ lastRun }) =>
      lastRun ? `${lastRun.cells - lastRun.fails} of ${lastRun.cells} hold` : 'no run kept',
    purpose: '',
    does: [],
  },
  {
    id: 'pack',
    label: 'Pack',
    status: ({ exportsDone }) => `${plural(exportsDone, 'export')} done`,
    purpose: '',
    does: [],
  },
  {
    id: 'inspect',
    label: 'Inspect',
    status: ({ inspected }) => (inspected === 0 ? 'any LUT' : plural(inspected, 'file')),
    purpose: '',
    does: [],
  },
  {
    id: 'log',
    label: 'Log',
    status: () => 'not built yet',
    purpose: 'What changed, what was tested, why, and who got which file.',
    does: [
      'A timeline of versions, trials, releases and decisions, with pictures.',
      'Any two versions compared by parameter and by picture.',
    ],
  },
];

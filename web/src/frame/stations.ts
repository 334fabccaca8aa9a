import type { Project } from '@velvet-dusk/core/api/contract';

export interface Station {
  id: string;
  label: string;
  /** True where the station can be used; the others say what they will do. */
  built: boolean;
  /** A measured status, a few words. */
  status(context: { project: Project; lookName: string; lookVersion: number; exportsDone: number }): string;
  /** What happens here, for the page of a station that is not built. */
  purpose: string;
  does: readonly string[];
}

const plural = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;

/** The path through the job, in order. */
export const stations: readonly Station[] = [
  {
    id: 'cameras',
    label: 'Cameras',
    built: false,
    status: ({ project }) => `${new Set(project.plates.map((p) => p.profileId)).size} in use`,
    purpose: 'Know the camera before touching a colour.',
    does: [
      'Curve over stops, gamut, sensitivities and usable range of every profile.',
      'Type a maker’s document and its table: each row is judged, and a mistyped constant is named.',
      'An exposure card for the shoot: where grey, skin and white land, and what post can still reach.',
    ],
  },
  {
    id: 'plates',
    label: 'Plates',
    built: false,
    status: ({ project }) => {
      const unread = project.plates.filter((p) => !project.profiles.some((q) => q.id === p.profileId)).length;
      return `${project.plates.length} in${unread ? `, ${unread} without a profile` : ''}`;
    },
    purpose: 'Bring in frames from every scene, light and complexion the look must survive.',
    does: [
      'Several files and clips at once, each read for depth, range, noise and clipping.',
      'Marks for neutral, skin, subject and charts; shot trims worked out from them.',
      'A suspicion when a frame does not look like the profile it was given.',
    ],
  },
  {
    id: 'look',
    label: 'Look',
    built: true,
    status: ({ lookName, lookVersion }) => `${lookName}, ${lookVersion}`,
    purpose: '',
    does: [],
  },
  {
    id: 'trials',
    label: 'Trials',
    built: false,
    status: () => 'not built yet',
    purpose: 'Test the look on shots it never saw.',
    does: [
      'Every plate under exposure errors, balance errors, 8 bits and other strengths.',
      'The range of stops over which all readings hold, per plate and per camera.',
    ],
  },
  {
    id: 'pack',
    label: 'Pack',
    built: false,
    status: ({ exportsDone }) => `${plural(exportsDone, 'cube')} exported`,
    purpose: 'Build a pack whose file names answer every question.',
    does: [
      'Looks by cameras by roles, names composed from tokens, clashes marked before anything is written.',
      'Every file re-read and proved, one zip with a guide.',
    ],
  },
  {
    id: 'inspect',
    label: 'Inspect',
    built: false,
    status: () => 'not built yet',
    purpose: 'Open any cube and see what it does.',
    does: [
      'Header, range, neutral axis, folds, banding, skin drift, and the role it probably plays.',
      'The picture with it before or after corrections; two cubes side by side.',
    ],
  },
  {
    id: 'log',
    label: 'Log',
    built: false,
    status: () => 'not built yet',
    purpose: 'What changed, what was tested, why, and who got which file.',
    does: [
      'A timeline of versions, trials, releases and decisions, with pictures.',
      'Any two versions compared by parameter and by picture.',
    ],
  },
];

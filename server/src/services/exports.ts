import type { ExportOrder } from '@velvet-dusk/core/api/contract';
import type { Job } from '@velvet-dusk/core/api/jobs';
import { cubeFileName } from '@velvet-dusk/core/order/fileName';
import type { ExportPayload } from '../jobs/kinds/exportCube.ts';
import { Problem } from '../problem.ts';
import type { JobService } from './jobs.ts';
import type { LookService } from './looks.ts';
import type { ProfileService } from './profiles.ts';
import type { ProjectService } from './projects.ts';
import type { VersionService } from './versions.ts';

/** Orders for cubes. */
export class ExportService {
  constructor(
    private readonly parts: {
      jobs: JobService;
      looks: LookService;
      profiles: ProfileService;
      projects: ProjectService;
      versions: VersionService;
    },
  ) {}

  /**
   * Takes an order for the look as saved, which becomes a version where it is none yet. Refused where what is saved is not
   * what the user saw.
   */
  async order(lookId: string, order: ExportOrder): Promise<Job> {
    const { jobs, looks, profiles, projects, versions } = this.parts;
    const look = await looks.get(lookId);
    if (look.revision !== order.revision)
      throw new Problem(
        409,
        'Look has changed',
        `The look was saved ${look.revision} times, the order is for save ${order.revision}. Save, then export again.`,
      );
    const profile = await profiles.get(order.profileId);
    const { role, grid } = order;
    const display = order.display ?? (await projects.viewing(look.projectId));
    const parts = { look: look.document, profile, role, display, grid };
    const { number } = await versions.ensure(lookId, look.document, order.note);
    const fileName = cubeFileName({ ...parts, version: number });
    return jobs.order('export', look.projectId, {
      kind: 'velvet-dusk/export-order',
      schemaVersion: 2,
      lookId,
      lookVersion: number,
      ...parts,
      fileName,
    } satisfies ExportPayload);
  }
}

import type { ExportOrder } from '@velvet-dusk/core/api/contract';
import type { Job } from '@velvet-dusk/core/api/jobs';
import { cubeFileName } from '@velvet-dusk/core/order/fileName';
import type { ExportPayload } from '../jobs/kinds/exportCube.ts';
import { Problem } from '../problem.ts';
import type { JobService } from './jobs.ts';
import type { LookService } from './looks.ts';
import type { ProfileService } from './profiles.ts';
import type { ProjectService } from './projects.ts';

/** Orders for cubes. */
export class ExportService {
  constructor(
    private readonly parts: {
      jobs: JobService;
      looks: LookService;
      profiles: ProfileService;
      projects: ProjectService;
    },
  ) {}

  /** Takes an order for the look as saved. Refused where the saved version is not the one the user saw. */
  async order(lookId: string, order: ExportOrder): Promise<Job> {
    const { jobs, looks, profiles, projects } = this.parts;
    const look = await looks.get(lookId);
    if (look.version !== order.lookVersion)
      throw new Problem(
        409,
        'Look has changed',
        `The look is at version ${look.version}, the order names version ${order.lookVersion}. Save, then export again.`,
      );
    const profile = await profiles.get(order.profileId);
    const { role, grid } = order;
    const display = order.display ?? (await projects.viewing(look.projectId));
    const parts = { look: look.document, profile, role, display, grid };
    const fileName = cubeFileName({ ...parts, version: look.version });
    return jobs.order('export', look.projectId, {
      ...{ kind: 'velvet-dusk/export-order', schemaVersion: 2 },
      ...{ lookId, lookVersion: look.version, ...parts, fileName },
    } satisfies ExportPayload);
  }
}

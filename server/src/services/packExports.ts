import { type Job, packSubjectOf } from '@velvet-dusk/core/api/jobs';
import type { PackOrder } from '@velvet-dusk/core/api/packs';
import type { Look } from '@velvet-dusk/core/look/document';
import { askedFiles, mostFiles } from '@velvet-dusk/core/pack/plan';
import type { PackPayload } from '../jobs/kinds/exportPack.ts';
import type { WorkPool } from '../jobs/pool.ts';
import { Problem } from '../problem.ts';
import type { JobService } from './jobs.ts';
import type { LookService } from './looks.ts';
import type { PackService } from './packs.ts';
import type { ProfileService } from './profiles.ts';
import type { ProjectService } from './projects.ts';
import type { TrialService } from './trials.ts';
import type { VersionService } from './versions.ts';

/** Orders for whole packs. */
export class PackExportService {
  constructor(
    private readonly parts: {
      jobs: JobService;
      pool: WorkPool;
      looks: LookService;
      profiles: ProfileService;
      projects: ProjectService;
      versions: VersionService;
      packs: PackService;
      trials: TrialService;
    },
  ) {}

  /**
   * Takes an order for a pack as saved; its looks become versions where they are none yet. Refused where what is saved is
   * not what the user saw, or where nothing can be planned of it.
   */
  async order(packId: string, { revision, release }: PackOrder): Promise<Job> {
    const { jobs, looks, profiles, projects, versions, packs } = this.parts;
    const pack = await packs.get(packId);
    if (pack.revision !== revision)
      throw new Problem(
        409,
        'Pack has changed',
        `The pack was saved ${pack.revision} times, the order is for save ${revision}. Save, then export again.`,
      );
    const asked = askedFiles(pack.document);
    if (asked > mostFiles)
      throw new Problem(
        422,
        'Too many files',
        `${asked} files are asked for; one export makes ${mostFiles} at most. Divide the pack.`,
      );
    const used = new Set(pack.document.cells.map((c) => c.lookId));
    const there = (await looks.list(pack.projectId)).items.filter((l) => used.has(l.id));
    const cameras = await profiles.finished(pack.projectId);
    const sources = { looks: there.map((l) => ({ ...l, version: undefined })), profiles: cameras };
    const planned = await this.parts.pool.plans.run('planOrder', { pack: pack.document, ...sources });
    if (planned.refused !== null)
      throw new Problem(422, 'Cannot be planned', `${planned.refused}. Mend the pack, then export again.`);
    if (planned.files === 0) throw new Problem(422, 'Nothing to export', 'No file is planned yet.');
    if (release) await this.refuseSecond(pack.projectId, packId);
    const criteria = release ? await this.heldByGate(pack.projectId, there) : [];
    const made = [];
    for (const { id, document } of there)
      made.push({ id, version: (await versions.ensure(id, document, `Pack ${pack.document.name}`)).number });
    const wanted = new Set(planned.profileIds);
    const { name } = await projects.settings(pack.projectId);
    return jobs.order('pack', pack.projectId, {
      kind: 'velvet-dusk/pack-order',
      schemaVersion: 2,
      packId,
      project: name,
      pack: pack.document,
      looks: made,
      trials: (await this.parts.trials.tried(pack.projectId, there)) as unknown as PackPayload['trials'],
      profiles: cameras.filter((p) => wanted.has(p.id)),
      release: release && {
        ...release,
        criteria,
        number: await packs.nextNumber(packId),
        date: new Date().toISOString().slice(0, 10),
      },
    } satisfies PackPayload);
  }

  /** Two releases of a pack at once would have one number. */
  private async refuseSecond(projectId: string, packId: string): Promise<void> {
    const open = await this.parts.jobs.unfinished(projectId, 'pack');
    const other = open.find((job) => {
      const subject = packSubjectOf(job);
      return subject?.packId === packId && subject.release !== null;
    });
    if (other)
      throw new Problem(
        409,
        'A release is being made',
        `${other.title} is ${other.state}. Wait for it or cancel it, then make this one.`,
      );
  }

  /** Looks that have not passed the project's gate, a sentence each. */
  private async heldByGate(
    projectId: string,
    looks: readonly { id: string; document: Look }[],
  ): Promise<string[]> {
    const { projects, trials } = this.parts;
    const { gate } = await projects.settings(projectId);
    if (!gate) return [];
    return (await trials.unpassed(projectId, gate, looks)).map(({ name, why }) =>
      why === 'untried' ? `${name} has not been tried as it is now` : `${name} did not pass`,
    );
  }
}

import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { desc, eq, inArray } from 'drizzle-orm';
import type { ExportJob, ExportOrder } from '@velvet-dusk/core/api/contract';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { cubeFileName } from '@velvet-dusk/core/cube/fileName';
import { parseLook } from '@velvet-dusk/core/look/document';
import type { Database } from '../db/open.ts';
import { exports } from '../db/schema.ts';
import type { FileStore } from '../files/store.ts';
import type { WorkPool } from '../jobs/pool.ts';
import { notFound, Problem } from '../problem.ts';
import type { LookService } from './looks.ts';
import type { LutService } from './luts.ts';
import type { PlateService } from './plates.ts';
import type { ProfileService } from './profiles.ts';

type Row = typeof exports.$inferSelect;

function toJob(row: Row): ExportJob {
  const { look, profile: _profile, projectId: _project, ...job } = row;
  return { ...job, lookName: (look as { name: string }).name };
}

const isOver = (state: Row['state']) => state === 'done' || state === 'failed' || state === 'cancelled';

/** Export jobs: rows with states, run one at a time, taken up again after a restart. */
export class ExportService {
  private readonly events = new EventEmitter().setMaxListeners(0);
  private readonly running = new Map<string, AbortController>();
  private chain: Promise<void> = Promise.resolve();
  private closed = false;

  constructor(
    private readonly db: Database,
    private readonly files: FileStore,
    private readonly pool: WorkPool,
    private readonly parts: {
      looks: LookService;
      profiles: ProfileService;
      luts: LutService;
      plates: PlateService;
    },
  ) {}

  async list(projectId: string): Promise<ExportJob[]> {
    const rows = await this.db
      .select()
      .from(exports)
      .where(eq(exports.projectId, projectId))
      .orderBy(desc(exports.createdAt))
      .limit(200);
    return rows.map(toJob);
  }

  private async row(id: string): Promise<Row> {
    const [row] = await this.db.select().from(exports).where(eq(exports.id, id));
    if (!row) throw notFound('export', id);
    return row;
  }

  async get(id: string): Promise<ExportJob> {
    return toJob(await this.row(id));
  }

  /** Takes an order for the look as saved. Refused where the saved version is not the one the user saw. */
  async order(lookId: string, order: ExportOrder): Promise<ExportJob> {
    const look = await this.parts.looks.get(lookId);
    if (look.version !== order.lookVersion)
      throw new Problem(
        409,
        'Look has changed',
        `The look is at version ${look.version}, the order names version ${order.lookVersion}. Save, then export again.`,
      );
    const profile = await this.parts.profiles.get(order.profileId);
    const { role, grid } = order;
    const fileName = cubeFileName({ look: look.document, profile, role, grid, version: look.version });
    const [row] = await this.db
      .insert(exports)
      .values({
        id: randomUUID(),
        projectId: look.projectId,
        lookId,
        lookVersion: look.version,
        look: look.document,
        profile,
        profileId: profile.id,
        role,
        grid,
        fileName,
        state: 'queued',
        stage: 'Waiting',
        createdAt: new Date().toISOString(),
      })
      .returning();
    this.enqueue(row.id);
    return toJob(row);
  }

  /** Takes up what a stopped or killed server left unfinished, from the start. */
  async resume(): Promise<number> {
    const rows = await this.db
      .select()
      .from(exports)
      .where(inArray(exports.state, ['queued', 'running']))
      .orderBy(exports.createdAt);
    for (const row of rows) {
      await this.update(row.id, { state: 'queued', stage: 'Waiting', progress: 0 });
      this.enqueue(row.id);
    }
    return rows.length;
  }

  async retry(id: string): Promise<ExportJob> {
    const row = await this.row(id);
    if (row.state !== 'failed' && row.state !== 'cancelled')
      throw new Problem(409, 'Nothing to retry', `The export is ${row.state}.`);
    const job = await this.update(id, { state: 'queued', stage: 'Waiting', progress: 0, error: null });
    this.enqueue(id);
    return job;
  }

  async cancel(id: string): Promise<ExportJob> {
    const row = await this.row(id);
    if (isOver(row.state)) throw new Problem(409, 'Nothing to cancel', `The export is ${row.state}.`);
    const job = await this.update(id, { state: 'cancelled', stage: 'Cancelled' });
    this.running.get(id)?.abort();
    return job;
  }

  /** The finished file of a job. Throws where there is none: a half file is never offered. */
  async file(id: string): Promise<{ path: string; name: string }> {
    const row = await this.row(id);
    if (row.state !== 'done' || !row.sha256 || !(await this.files.has(row.sha256)))
      throw new Problem(409, 'No file yet', `The export is ${row.state}.`);
    return { path: this.files.pathOf(row.sha256), name: row.fileName };
  }

  /** Calls back on every change of a job until the returned function is called. */
  watch(id: string, onChange: (job: ExportJob) => void): () => void {
    this.events.on(id, onChange);
    return () => this.events.off(id, onChange);
  }

  async close(): Promise<void> {
    this.closed = true;
    for (const controller of this.running.values()) controller.abort();
    await this.chain;
  }

  private enqueue(id: string): void {
    this.chain = this.chain.then(() => this.run(id));
  }

  private async update(id: string, change: Partial<Row>): Promise<ExportJob> {
    const [row] = await this.db.update(exports).set(change).where(eq(exports.id, id)).returning();
    const job = toJob(row);
    this.events.emit(id, job);
    return job;
  }

  private async run(id: string): Promise<void> {
    if (this.closed) return;
    const row = await this.row(id);
    if (row.state !== 'queued') return;
    const controller = new AbortController();
    this.running.set(id, controller);
    const part = this.files.newPart();
    try {
      const order = {
        look: parseLook(row.look, `look ${row.lookId}`),
        profile: parseProfile(row.profile, `profile ${row.profileId}`),
        role: row.role,
        grid: row.grid,
        version: row.lookVersion,
      };
      const luts = this.parts.luts.of(order.look);
      const plates = await this.parts.plates.forProof(row.projectId);
      let current = await this.update(id, { state: 'running', stage: 'Starting', progress: 0 });
      const { fileName } = row;
      const onProgress = (p: { stage: string; progress: number }) => {
        current = { ...current, ...p };
        // Steps in between are for whoever watches; only states are worth a row.
        if (!controller.signal.aborted) this.events.emit(id, current);
      };
      const result = await this.pool.export(
        { order, luts, plates, part, fileName },
        onProgress,
        controller.signal,
      );
      await this.files.adopt(part, result.sha256);
      await this.update(id, { state: 'done', stage: 'Done', progress: 1, error: null, ...result });
    } catch (error) {
      await this.files.drop(part);
      if (!controller.signal.aborted)
        await this.update(id, { state: 'failed', stage: 'Failed', error: (error as Error).message });
    } finally {
      this.running.delete(id);
    }
  }
}

import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { and, asc, count, desc, eq, inArray, lt, or, type SQL, sql } from 'drizzle-orm';
import {
  type Job,
  type JobAction,
  type JobPage,
  type JobState,
  openStates,
} from '@velvet-dusk/core/api/jobs';
import { type Reasons, standingSchema } from '@velvet-dusk/core/pack/standing';
import type { Database } from '../db/open.ts';
import { codeOf } from '../db/patient.ts';
import { artefacts, jobs } from '../db/schema.ts';
import { actions } from '../jobs/actions.ts';
import { PastDeadline, within } from '../jobs/deadline.ts';
import type { CodeFiles } from '../files/codes.ts';
import type { FileStore } from '../files/store.ts';
import { Held, type JobContext, type JobKind, type MadeFile } from '../jobs/kind.ts';
import { sweepWorkFolders } from '../jobs/workFolders.ts';
import { jobKinds } from '../jobs/kinds/index.ts';
import type { WorkPool } from '../jobs/pool.ts';
import type { VersionService } from './versions.ts';
import { notFound, Problem } from '../problem.ts';
import { isRunning } from './isRunning.ts';
import { countJobs, type JobRow, jobsOf, payloadOf } from './jobRows.ts';
import type { LutService } from './luts.ts';
import type { PackService } from './packs.ts';
import type { PlateService } from './plates.ts';

/** Jobs in a page, and at most. */
export const pageLength = { usual: 50, most: 200 };
/**
 * What was begun this often without an end is given up: it has ended the server, or hung with it. Far more often than a
 * server is killed by chance while one job runs; until then those that were begun less often go first.
 */
const maxAttempts = 100;
/** Milliseconds between tries to write down how a job ended, on a full disk or a locked database. */
const recordAfter = [100, 500, 2000, 5000];

/** What was known of the end of a job that begins once more. */
const fresh = { progress: 0, error: null, attempts: 0, endedAt: null };

const now = () => new Date().toISOString();

interface Parts {
  files: FileStore;
  codes: CodeFiles;
  pool: WorkPool;
  luts: LutService;
  plates: PlateService;
  versions: VersionService;
  packs: PackService;
  /** Where jobs work; what is left of one that has ended for good goes. */
  workFolder: string;
  /** Kinds of job it can do; tests bring their own. */
  kinds?: readonly JobKind[];
  maxAttempts?: number;
}

/**
 * Jobs: rows with states, worked off as many at a time as the machine has cores, and taken up again after a restart.
 * Every change of a state is conditional on the state before it, so that two who change it at once cannot both win.
 */
export class JobService {
  private readonly events = new EventEmitter().setMaxListeners(0);
  private readonly running = new Map<string, { controller: AbortController; done: Promise<void> }>();
  private readonly kinds: ReadonlyMap<string, JobKind>;
  private readonly closing = new AbortController();
  private pumping: Promise<void> = Promise.resolve();

  constructor(
    private readonly db: Database,
    private readonly parts: Parts,
  ) {
    this.kinds = new Map((parts.kinds ?? jobKinds).map((k) => [k.kind, k]));
  }

  /** @param before a creation time, exclusive: the next page's. */
  async list(projectId: string, { before = '', limit = pageLength.usual } = {}): Promise<JobPage> {
    const [time, id = ''] = before.split(' ');
    const older = before
      ? or(lt(jobs.createdAt, time), and(eq(jobs.createdAt, time), lt(jobs.id, id)))
      : undefined;
    const rows = await this.db
      .select()
      .from(jobs)
      .where(and(eq(jobs.projectId, projectId), older))
      .orderBy(desc(jobs.createdAt), desc(jobs.id))
      .limit(limit + 1);
    const page = rows.slice(0, limit);
    const last = page.at(-1);
    return {
      jobs: await this.whole(page),
      next: rows.length > limit && last ? `${last.createdAt} ${last.id}` : null,
      ...(await countJobs(this.db, projectId)),
    };
  }

  private whole(rows: readonly JobRow[]): Promise<Job[]> {
    return jobsOf(this.db, rows, this.kinds);
  }

  async get(id: string): Promise<Job> {
    const [row] = await this.db.select().from(jobs).where(eq(jobs.id, id));
    if (!row) throw notFound('job', id);
    return (await this.whole([row]))[0];
  }

  /** Jobs of a kind that are not over yet. */
  async unfinished(projectId: string, kind: Job['kind']): Promise<Job[]> {
    const open = inArray(jobs.state, [...openStates]);
    const rows = await this.db
      .select()
      .from(jobs)
      .where(and(eq(jobs.projectId, projectId), eq(jobs.kind, kind), open));
    return this.whole(rows);
  }

  /** Takes an order; it is written down when this returns. */
  async order(
    kind: Job['kind'],
    projectId: string,
    payload: unknown,
    parentId: string | null = null,
  ): Promise<Job> {
    const values = { id: randomUUID(), kind, projectId, parentId, payload, createdAt: now() };
    const [row] = await this.db
      .insert(jobs)
      .values({ ...values, state: 'queued', stage: 'Waiting' })
      .returning();
    const job = await this.changed(row);
    this.pump();
    return job;
  }

  async act(id: string, action: JobAction): Promise<Job> {
    const { from, to, stage } = actions[action];
    const ended = to === 'cancelled' ? { endedAt: now(), held: null } : {};
    const row = await this.move(id, from, { state: to, stage, ...(to === 'queued' ? fresh : {}), ...ended });
    if (!row) {
      const { state } = await this.get(id);
      throw new Problem(409, `Nothing to ${action}`, `The job is ${state}.`);
    }
    if (to !== 'queued') this.running.get(id)?.controller.abort();
    this.pump();
    return this.changed(row);
  }

  /** Lets a held job go on with reasons. Refused where one is missing, or where it is not held. */
  async excuse(id: string, reasons: Reasons): Promise<Job> {
    const [found] = await this.db.select().from(jobs).where(eq(jobs.id, id));
    if (!found) throw notFound('job', id);
    const kind = this.kinds.get(found.kind);
    const refuse = (state: string) => new Problem(409, 'Nothing to give reasons for', `The job is ${state}.`);
    if (found.state !== 'held' || !kind?.excuse) throw refuse(found.state);
    const payload = kind.excuse(payloadOf(found, kind), standingSchema.parse(found.held), reasons);
    const row = await this.move(id, ['held'], {
      state: 'queued',
      stage: 'Waiting',
      payload,
      held: null,
      ...fresh,
    });
    if (!row) throw refuse((await this.get(id)).state);
    this.pump();
    return this.changed(row);
  }

  /** A finished file. Throws where there is none: a half file is never offered. */
  async file(artefactId: string): Promise<{ path: string; name: string }> {
    const [found] = await this.db
      .select({ sha256: artefacts.sha256, name: artefacts.name, state: jobs.state })
      .from(artefacts)
      .innerJoin(jobs, eq(artefacts.jobId, jobs.id))
      .where(eq(artefacts.id, artefactId));
    if (!found) throw notFound('file', artefactId);
    if (found.state !== 'done' || !(await this.parts.files.has(found.sha256)))
      throw new Problem(409, 'No file', `${found.name} is not there any more. Order it again.`);
    return { path: this.parts.files.pathOf(found.sha256), name: found.name };
  }

  /** Calls back on every change of a project's jobs until the returned function is called. */
  watch(projectId: string, onChange: (job: Job) => void): () => void {
    this.events.on(projectId, onChange);
    return () => this.events.off(projectId, onChange);
  }

  /** Takes up what a stopped or killed server left unfinished. @returns how many jobs wait now. */
  async start(): Promise<number> {
    // In line with the beginning of jobs: one that was ordered before this, and runs here already, is not left over.
    await (this.pumping = this.pumping.then(() => this.insist(() => this.takeUp())));
    await sweepWorkFolders(this.db, this.parts.workFolder);
    this.pump();
    const [{ n }] = await this.db.select({ n: count() }).from(jobs).where(eq(jobs.state, 'queued'));
    return n;
  }

  private async takeUp(): Promise<void> {
    const left = await this.db.select().from(jobs).where(eq(jobs.state, 'running'));
    for (const { id, attempts } of left.filter((row) => !this.running.has(row.id)))
      if (attempts < (this.parts.maxAttempts ?? maxAttempts))
        await this.move(id, ['running'], { state: 'queued', stage: 'Waiting', progress: 0 });
      else {
        const error = `It was begun ${attempts} times, and the server ended each time before it did.`;
        await this.move(id, ['running'], { state: 'failed', stage: 'Failed', endedAt: now(), error });
      }
  }

  /** Ends what runs; it is taken up at the next start. */
  async close(): Promise<void> {
    this.closing.abort();
    await this.pumping;
    for (const { controller } of this.running.values()) controller.abort();
    await Promise.all([...this.running.values()].map((r) => r.done));
  }

  private async move(
    id: string,
    from: readonly JobState[],
    change: Partial<JobRow>,
  ): Promise<JobRow | undefined> {
    const mine = and(eq(jobs.id, id), inArray(jobs.state, [...from]));
    const [row] = await this.db.update(jobs).set(change).where(mine).returning();
    return row;
  }

  private async changed(row: JobRow): Promise<Job> {
    const [job] = await this.whole([row]);
    this.events.emit(row.projectId, job);
    return job;
  }

  /** Tries until it is written down or the server stops; then the next start finds the job as it was. */
  private async insist(write: () => Promise<void>): Promise<void> {
    for (let i = 0; ; i++) {
      try {
        return await write();
      } catch (error) {
        // Two that cannot both stand: trying again changes nothing.
        if (codeOf(error).startsWith('SQLITE_CONSTRAINT')) throw error;
        const after = recordAfter[Math.min(i, recordAfter.length - 1)];
        await wait(after, undefined, { signal: this.closing.signal }).catch(() => {});
        if (this.closing.signal.aborted) return;
      }
    }
  }

  /** Begins waiting jobs while there is room. */
  private pump(): void {
    this.pumping = this.pumping.then(() => this.insist(() => this.fill()));
  }

  private async fill(): Promise<void> {
    while (this.running.size < this.parts.pool.width && !this.closing.signal.aborted) {
      const [next] = await this.db
        .select({ id: jobs.id, attempts: jobs.attempts })
        .from(jobs)
        .where(eq(jobs.state, 'queued'))
        .orderBy(asc(jobs.attempts), asc(jobs.createdAt))
        .limit(1);
      if (!next) return;
      const begun = { state: 'running', stage: 'Starting', progress: 0, startedAt: now() } as const;
      const row = await this.move(next.id, ['queued'], { ...begun, attempts: next.attempts + 1 });
      if (row) this.begin(row);
    }
  }

  private begin(row: JobRow): void {
    const controller = new AbortController();
    const done = this.run(row, controller).finally(() => {
      this.running.delete(row.id);
      this.pump();
    });
    this.running.set(row.id, { controller, done });
  }

  private async run(row: JobRow, controller: AbortController): Promise<void> {
    const { kinds: _, maxAttempts: __, ...services } = this.parts;
    const { files } = services;
    const workFolder = join(services.workFolder, row.id);
    const parts: string[] = [];
    const { signal } = controller;
    try {
      const kind = this.kinds.get(row.kind);
      const payload = payloadOf(row, kind);
      let job = await this.changed(row);
      const context: JobContext = {
        ...services,
        projectId: row.projectId,
        workFolder,
        signal,
        newPart() {
          parts.push(files.newPart());
          return parts.at(-1)!;
        },
        // Steps in between are for whoever watches; only states are worth a row.
        report: (stage, progress) => {
          job = { ...job, stage, progress };
          if (!signal.aborted) this.events.emit(row.projectId, job);
        },
      };
      const made = await within(kind!.deadline, controller, kind!.run(payload, context));
      for (const { part, sha256 } of made) await files.adopt(part, sha256);
      const records = (await kind!.record?.(payload, context, row.id, made)) ?? [];
      await this.insist(() => this.finish(row.id, made, records));
    } catch (error) {
      for (const part of parts) await files.drop(part).catch(() => {});
      // Cancelled or paused: whoever did that has written it down.
      if (signal.aborted && !(error instanceof PastDeadline)) return;
      if (error instanceof Held)
        return void (await this.end(row.id, { state: 'held', stage: 'Held', held: error.standing }));
      const failed = {
        state: 'failed',
        stage: 'Failed',
        endedAt: now(),
        error: codeOf(error).startsWith('SQLITE_CONSTRAINT')
          ? 'Another of the same number was made meanwhile. Export it again.'
          : (error as Error).message,
      } as const;
      await this.end(row.id, failed);
    }
    // Paused or stopped, it goes on from what is there. A thread may still be writing the last file of one that failed:
    // what cannot be removed now goes at the next start.
    if (!signal.aborted)
      await rm(workFolder, { recursive: true, force: true, maxRetries: 5 }).catch(() => {});
  }

  /** Writes down how a job ended without files. */
  private end(id: string, change: Partial<JobRow>): Promise<void> {
    return this.insist(async () => {
      const row = await this.move(id, ['running'], change);
      if (row) await this.changed(row);
    });
  }

  /** Writes an end, its files and what follows from them down in one step. A job that was cancelled meanwhile stays so. */
  private async finish(id: string, made: readonly MadeFile[], records: readonly SQL[]): Promise<void> {
    const done = { state: 'done', stage: 'Done', progress: 1, error: null, endedAt: now() } as const;
    const mine = and(eq(jobs.id, id), eq(jobs.state, 'running'));
    const files = made.map(({ sha256, name, size, document }) => {
      const values = [randomUUID(), id, sha256, name, size, JSON.stringify(document), now()];
      const list = sql.join(
        values.map((v) => sql`${v}`),
        sql`, `,
      );
      return sql`INSERT INTO ${artefacts} (id, job_id, sha256, name, size, document, created_at) SELECT ${list} WHERE ${isRunning(id)}`;
    });
    const [first, ...rest] = [...records, ...files].map((statement) => this.db.run(statement));
    const end = this.db.update(jobs).set(done).where(mine).returning();
    const answers = await (first ? this.db.batch([first, ...rest, end]) : this.db.batch([end]));
    const [row] = answers.at(-1) as JobRow[];
    if (row) await this.changed(row);
  }
}

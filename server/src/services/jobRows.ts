import { count, eq, inArray } from 'drizzle-orm';
import {
  artefactSchema,
  isExport,
  type Job,
  jobKindIds,
  type JobPage,
  jobStates,
} from '@velvet-dusk/core/api/jobs';
import { standingSchema } from '@velvet-dusk/core/pack/standing';
import type { Database } from '../db/open.ts';
import { artefacts, jobs } from '../db/schema.ts';
import { Unreadable } from '../db/json.ts';
import type { JobKind } from '../jobs/kind.ts';

export type JobRow = typeof jobs.$inferSelect;
type ArtefactRow = typeof artefacts.$inferSelect;

/** The payload of a row, checked. Throws an Error with words where it cannot be read. */
export function payloadOf(row: JobRow, kind: JobKind | undefined): unknown {
  if (!kind) throw new Error(`this program knows no job of kind "${row.kind}"`);
  if (row.payload instanceof Unreadable) throw new Error(`its order: ${row.payload.why}`);
  const read = kind.payload.safeParse(row.payload);
  if (read.success) return read.data;
  const [{ path, message }] = read.error.issues;
  throw new Error(`its order cannot be read: ${path.join('.') || 'document'}: ${message}`);
}

/** A row as the browser gets it. One whose order cannot be read is shown all the same, with why. */
function toJob(row: JobRow, made: readonly ArtefactRow[], kind: JobKind | undefined): Job {
  const { payload: _, kind: written, held, ...shown } = row;
  const rest = { ...shown, held: standingSchema.nullable().catch(null).parse(held) };
  // One of a kind nobody knows any more is shown as an export that failed.
  const id = jobKindIds.find((known) => known === written) ?? 'export';
  const artefacts = made.flatMap(({ id, name, size, sha256, document }) => {
    const read = artefactSchema.safeParse({ id, name, size, sha256, document });
    return read.success ? [read.data] : [];
  });
  try {
    const payload = payloadOf(row, kind);
    return {
      ...rest,
      kind: id,
      title: kind!.title(payload),
      subject: kind!.subject(payload),
      artefacts,
    };
  } catch (error) {
    const why = rest.error ?? (error as Error).message;
    return { ...rest, kind: id, title: `Job ${row.id}`, subject: null, error: why, artefacts };
  }
}

/** Rows as the browser gets them, with the files of those that are done. */
export async function jobsOf(
  db: Database,
  rows: readonly JobRow[],
  kinds: ReadonlyMap<string, JobKind>,
): Promise<Job[]> {
  const ids = rows.map((r) => r.id);
  const made: ArtefactRow[] =
    ids.length === 0 ? [] : await db.select().from(artefacts).where(inArray(artefacts.jobId, ids));
  return rows.map((row) => {
    const mine = row.state === 'done' ? made.filter((a) => a.jobId === row.id) : [];
    return toJob(row, mine, kinds.get(row.kind));
  });
}

/** Jobs of a project by state, and how many made LUT files. */
export async function countJobs(
  db: Database,
  projectId: string,
): Promise<Pick<JobPage, 'counts' | 'exports'>> {
  const found = await db
    .select({ state: jobs.state, kind: jobs.kind, n: count() })
    .from(jobs)
    .where(eq(jobs.projectId, projectId))
    .groupBy(jobs.state, jobs.kind);
  const total = (of: (s: (typeof found)[number]) => boolean) =>
    found.filter(of).reduce((sum, { n }) => sum + n, 0);
  const counts = jobStates.map((state) => [state, total((s) => s.state === state)]);
  return {
    exports: total((s) => s.state === 'done' && isExport(s)),
    counts: Object.fromEntries(counts) as JobPage['counts'],
  };
}

import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { inArray } from 'drizzle-orm';
import { openStates } from '@velvet-dusk/core/api/jobs';
import type { Database } from '../db/open.ts';
import { jobs } from '../db/schema.ts';

/** Removes the work of jobs that will not go on with it. */
export async function sweepWorkFolders(db: Database, folder: string): Promise<void> {
  const open = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(inArray(jobs.state, [...openStates]));
  const kept = new Set(open.map((r) => r.id));
  for (const left of await readdir(folder).catch(() => []))
    if (!kept.has(left)) await rm(join(folder, left), { recursive: true, force: true });
}

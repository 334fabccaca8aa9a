import { sql } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { artefacts, clips, jobs, looks, luts, plates } from '../db/schema.ts';
import type { FileStore } from './store.ts';

/** Every checksum any row names, also rows whose documents cannot be read: their text is searched. */
async function namedFiles(db: Database): Promise<Set<string>> {
  const named = new Set<string>();
  const columns = [
    ...[plates.sourceSha, plates.frameSha, plates.thumbSha].map((c) => [c, plates] as const),
    ...([
      [clips.sha, clips],
      [artefacts.sha256, artefacts],
      [luts.sha256, luts],
    ] as const),
    ...([
      [looks.document, looks],
      [jobs.payload, jobs],
    ] as const),
  ];
  for (const [column, table] of columns) {
    const rows = await db.select({ text: sql<string | null>`${column}` }).from(table);
    for (const { text } of rows) for (const sha of text?.match(/[0-9a-f]{64}/g) ?? []) named.add(sha);
  }
  return named;
}

/**
 * Removes stored files that nothing names: what is left of an import that failed half-way or was killed. To be called
 * before anything else works with the files. @returns how many went.
 */
export async function sweepFiles(db: Database, files: FileStore): Promise<number> {
  const named = await namedFiles(db);
  let removed = 0;
  for await (const sha of files.stored())
    if (!named.has(sha)) {
      await files.remove(sha);
      removed++;
    }
  return removed;
}

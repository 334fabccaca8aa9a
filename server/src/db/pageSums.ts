import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, readFile, rename, rm } from 'node:fs/promises';
import { z } from 'zod';
import { copyPath, databasePath, sumsPath } from './paths.ts';

/** Bytes a checksum stands for: the size of a page of the database. */
const pageSize = 4096;

/** In the place of the copy's checksum where none was made. */
const noCopy = 'none';

const schema = z.object({ pages: z.array(z.string()), copy: z.string() });

async function pagesOf(path: string): Promise<string[]> {
  const pages: string[] = [];
  for await (const chunk of createReadStream(path, { highWaterMark: 64 * pageSize }))
    for (let at = 0; at < (chunk as Buffer).length; at += pageSize)
      pages.push(
        createHash('sha256')
          .update((chunk as Buffer).subarray(at, at + pageSize))
          .digest('base64url')
          .slice(0, 16),
      );
  return pages;
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/**
 * Writes down what a closed database and its copy are, page by page. SQLite itself does not notice a flipped bit in a number
 * or a name, and neither does anything that reads them.
 * @param isCopied false where no copy could be made at this close: an older one holds less.
 */
export async function writeSums(folder: string, isCopied: boolean): Promise<void> {
  const copy = isCopied ? await hashOf(copyPath(folder)) : noCopy;
  const sums = { pages: await pagesOf(databasePath(folder)), copy };
  const part = `${sumsPath(folder)}.part`;
  const file = await open(part, 'w');
  await file.writeFile(JSON.stringify(sums));
  await file.sync();
  await file.close();
  await rename(part, sumsPath(folder));
}

/** From here on the database changes, and what was written down of it is true no longer. */
export const dropSums = (folder: string): Promise<void> => rm(sumsPath(folder), { force: true });

/** What has changed of a database since it was closed. */
export interface Changed {
  /** Numbers of pages, from 1, and how many there were. */
  pages: number[];
  of: number;
  isCopyWhole: boolean;
}

/** Compares a closed database with what was written down of it. @returns null where nothing was: it was not closed in order. */
export async function changedPages(folder: string): Promise<Changed | null> {
  const text = await readFile(sumsPath(folder), 'utf8').catch(() => null);
  if (text === null) return null;
  const before = schema.safeParse(parsed(text)).data;
  // Changed itself, it says nothing of the database.
  if (!before) return null;
  const now = await pagesOf(databasePath(folder));
  const count = Math.max(now.length, before.pages.length);
  const pages = Array.from({ length: count }, (_, i) => i + 1).filter(
    (n) => now[n - 1] !== before.pages[n - 1],
  );
  const copy = await hashOf(copyPath(folder)).catch(() => '');
  return { pages, of: before.pages.length, isCopyWhole: copy === before.copy };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

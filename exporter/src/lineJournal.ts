import { appendFile, mkdir, readFile, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { z } from 'zod';

/** The file of lines in a folder of work. */
export const journalName = 'journal.ndjson';
const firstLine = z.strictObject({ spec: z.string().regex(/^[0-9a-f]{16,64}$/) });

const parsed = (line: string): unknown => {
  try {
    return JSON.parse(line);
  } catch {
    // The last line of one that was killed while it wrote.
    return null;
  }
};

/** Makes a folder and those above it. The system's own way to do it says "no such file" where a disk can only be read. */
export async function makeFolder(path: string): Promise<void> {
  try {
    await mkdir(path);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'EEXIST') return;
    if (code !== 'ENOENT' || dirname(path) === path) throw error;
    await makeFolder(dirname(path));
    await makeFolder(path);
  }
}

/** Is a folder one of work, of whatever spec? */
export async function isJournal(folder: string): Promise<boolean> {
  const text = await readFile(join(folder, journalName), 'utf8').catch(() => '');
  return firstLine.safeParse(parsed(text.split('\n', 1)[0])).success;
}

/** Reads the lines of work of a folder; null where it is that of another spec, or of none. */
export async function journalLines(folder: string, spec: string): Promise<unknown[] | null> {
  const text = await readFile(join(folder, journalName), 'utf8').catch(() => '');
  const [head, ...lines] = text.split('\n').filter((l) => l !== '');
  const isSame = head !== undefined && firstLine.safeParse(parsed(head)).data?.spec === spec;
  return isSame ? lines.map(parsed) : null;
}

/**
 * What is finished of a piece of work, a line each, in the folder it is done in: whoever goes on after a kill redoes none of it.
 * @param spec hash of all the work is made of; a folder of another is begun anew.
 * @param inside the folder for files, which stands beside the lines.
 * @returns the lines that are there.
 */
export async function openLines(folder: string, spec: string, inside: string): Promise<unknown[]> {
  const lines = await journalLines(folder, spec);
  if (lines) return lines;
  await rm(folder, { recursive: true, force: true });
  await makeFolder(join(folder, inside));
  await addLine(folder, { spec });
  return [];
}

export const addLine = (folder: string, line: unknown): Promise<void> =>
  appendFile(join(folder, journalName), `${JSON.stringify(line)}\n`, { flush: true });

import { createHash } from 'node:crypto';
import { appendFile, mkdir, readFile, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import type { LutResult } from './makeLut.ts';

/** A finished file as the journal has it. */
export interface MadeFile extends LutResult {
  path: string;
}

const fileName = 'journal.ndjson';
/** Where the files of an unfinished pack stand, beside its journal. */
export const filesIn = (work: string): string => join(work, 'files');
const firstLine = z.object({ spec: z.string() });
const entry = z.object({
  key: z.string(),
  files: z.array(z.looseObject({ path: z.string(), sha256: z.string() })),
});

const parsed = (line: string): unknown => {
  try {
    return JSON.parse(line);
  } catch {
    // The last line of one that was killed while it wrote.
    return null;
  }
};

/** Makes a folder and those above it. The system's own way to do it says "no such file" where a disk can only be read. */
async function makeFolder(path: string): Promise<void> {
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

/**
 * What is finished of a pack, a line each, in the folder it is made in: whoever goes on after a kill redoes none of it. A file that
 * is not there whole any more is made again.
 */
export class Journal {
  private constructor(
    private readonly folder: string,
    readonly made: Map<string, MadeFile[]>,
  ) {}

  /** Begins in a folder, or goes on where the folder is that of the same spec. @param spec its hash. */
  static async open(folder: string, spec: string): Promise<Journal> {
    const path = join(folder, fileName);
    const text = await readFile(path, 'utf8').catch(() => '');
    const [head, ...lines] = text.split('\n').filter((l) => l !== '');
    const isSame = head !== undefined && firstLine.safeParse(parsed(head)).data?.spec === spec;
    const made = new Map<string, MadeFile[]>();
    if (!isSame) {
      await rm(folder, { recursive: true, force: true });
      await makeFolder(filesIn(folder));
      await appendFile(path, `${JSON.stringify({ spec })}\n`, { flush: true });
    } else
      for (const line of lines) {
        const read = entry.safeParse(parsed(line)).data;
        if (read && (await areWhole(filesIn(folder), read.files as unknown as MadeFile[])))
          made.set(read.key, read.files as unknown as MadeFile[]);
      }
    return new Journal(folder, made);
  }

  async add(key: string, files: MadeFile[]): Promise<void> {
    await appendFile(join(this.folder, fileName), `${JSON.stringify({ key, files })}\n`, { flush: true });
    this.made.set(key, files);
  }
}

async function areWhole(folder: string, files: readonly MadeFile[]): Promise<boolean> {
  for (const { path, sha256 } of files) {
    const bytes = await readFile(join(folder, path)).catch(() => null);
    if (!bytes || createHash('sha256').update(bytes).digest('hex') !== sha256) return false;
  }
  return true;
}

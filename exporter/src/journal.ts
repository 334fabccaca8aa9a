import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { addLine, openLines } from './lineJournal.ts';
import type { LutResult } from './makeLut.ts';
import { sha256Of } from './sha256.ts';

/** A finished file as the journal has it. */
export interface MadeFile extends LutResult {
  path: string;
}

/** The folder of files in a folder of work. */
export const filesFolder = 'files';
/** Where the files of an unfinished pack stand, beside its journal. */
export const filesIn = (work: string): string => join(work, filesFolder);
const entry = z.object({
  key: z.string(),
  files: z.array(z.looseObject({ path: z.string(), sha256: z.string() })),
});

/** What is finished of a pack. A file that is not there whole any more is made again. */
export class Journal {
  private constructor(
    private readonly folder: string,
    readonly made: Map<string, MadeFile[]>,
  ) {}

  /** Begins in a folder, or goes on where the folder is that of the same spec. @param spec its hash. */
  static async open(folder: string, spec: string): Promise<Journal> {
    const made = new Map<string, MadeFile[]>();
    for (const line of await openLines(folder, spec, filesFolder)) {
      const read = entry.safeParse(line).data;
      if (read && (await areWhole(filesIn(folder), read.files as unknown as MadeFile[])))
        made.set(read.key, read.files as unknown as MadeFile[]);
    }
    return new Journal(folder, made);
  }

  async add(key: string, files: MadeFile[]): Promise<void> {
    await addLine(this.folder, { key, files });
    this.made.set(key, files);
  }
}

async function areWhole(folder: string, files: readonly MadeFile[]): Promise<boolean> {
  for (const { path, sha256 } of files) {
    const bytes = await readFile(join(folder, path)).catch(() => null);
    if (!bytes || sha256Of(bytes) !== sha256) return false;
  }
  return true;
}

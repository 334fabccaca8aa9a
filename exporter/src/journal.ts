import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
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

/** A line of the journal of a pack; null where its files are not there whole any more. @param folder of the files. */
export async function readMade(
  folder: string,
  line: unknown,
): Promise<{ key: string; result: MadeFile[] } | null> {
  const read = entry.safeParse(line).data;
  const files = read?.files as unknown as MadeFile[] | undefined;
  return read && files && (await areWhole(folder, files)) ? { key: read.key, result: files } : null;
}

async function areWhole(folder: string, files: readonly MadeFile[]): Promise<boolean> {
  for (const { path, sha256 } of files) {
    const bytes = await readFile(join(folder, path)).catch(() => null);
    if (!bytes || sha256Of(bytes) !== sha256) return false;
  }
  return true;
}

import { readFile } from 'node:fs/promises';
import type { LutText } from '@velvet-dusk/core/formats/lutTexts';

/** A stored LUT file as a job names it. */
export interface LutFile {
  sha256: string;
  name: string;
  path: string;
}

const isMissing = (error: unknown) => (error as NodeJS.ErrnoException).code === 'ENOENT';

/** Texts of stored LUTs; one that is missing is left out, and said by whatever compiles the look. */
export async function lutTexts(files: readonly LutFile[]): Promise<LutText[]> {
  const read = files.map(async ({ sha256, name, path }): Promise<LutText[]> => {
    try {
      return [{ sha256, name, text: await readFile(path, 'utf8') }];
    } catch (error) {
      if (isMissing(error)) return [];
      throw error;
    }
  });
  return (await Promise.all(read)).flat();
}

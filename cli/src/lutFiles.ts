import { readdir, stat } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { lutEndings, readLutBytes } from '@velvet-dusk/core/formats/lutFormats/index';
import type { Lut } from '@velvet-dusk/core/lut/lut';
import { fileProblem, readBytes } from './files.ts';

export const readLutFile = async (file: string): Promise<Lut> => readLutBytes(await readBytes(file), file);

const endings = new Set<string>(lutEndings.map((e) => `.${e}`));

/** The LUT files a path means: itself, or those below a folder, by their endings and in the order of their names. */
export async function lutFilesAt(path: string): Promise<string[]> {
  const found = await stat(path).catch((error: unknown) => {
    throw fileProblem(path, 'read', error);
  });
  if (!found.isDirectory()) return [path];
  const entries = await readdir(path, { recursive: true, withFileTypes: true });
  return entries
    .filter((e) => e.isFile() && endings.has(extname(e.name).toLowerCase()))
    .map((e) => join(e.parentPath, e.name))
    .sort();
}

import { readdir, stat } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { parseHald } from '@velvet-dusk/core/formats/hald';
import { parseLut } from '@velvet-dusk/core/formats/lut';
import { lutEndings } from '@velvet-dusk/core/formats/lutEndings';
import { type Lut, lutOf } from '@velvet-dusk/core/lut/lut';
import { fileProblem, readBytes } from './files.ts';

/** The first bytes of a PNG. */
const png = [0x89, 0x50, 0x4e, 0x47];

/** A LUT file of any format that is read, Hald images as well, known by what is in it. */
export function readLutBytes(bytes: Uint8Array, file: string): Lut {
  if (png.every((b, i) => bytes[i] === b)) return lutOf(parseHald(bytes, file));
  return parseLut(new TextDecoder().decode(bytes), file);
}

export const readLutFile = async (file: string): Promise<Lut> => readLutBytes(await readBytes(file), file);

const endings = new Set<string>([...lutEndings, 'png'].map((e) => `.${e}`));

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

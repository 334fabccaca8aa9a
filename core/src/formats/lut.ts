import type { Cube } from '../lut/cube.ts';
import { parseCube } from './cubeParse.ts';
import { FormatError } from './error.ts';
import { parseSpi1d } from './spi1d.ts';

/** LUT files by the ending of their name. To add one: a line here. */
const readers: Readonly<Record<string, (text: string, file: string) => Cube>> = {
  cube: parseCube,
  spi1d: parseSpi1d,
};
export const lutEndings = Object.keys(readers);

/** Reads a LUT by the ending of its file's name. Throws a FormatError with its place. */
export function parseLut(text: string, file: string): Cube {
  const reader = readers[/\.([^.]+)$/.exec(file)?.[1].toLowerCase() ?? ''];
  if (!reader)
    throw new FormatError(file, 'file name', `a name ending in .${lutEndings.join(' or .')} is needed`);
  return reader(text, file);
}

import { readFile } from 'node:fs/promises';
import type { Cube } from '@velvet-dusk/core/lut/cube';
import type { PackedFormat } from '@velvet-dusk/core/formats/lutFormats/format';
import { writeWhole } from './putFile.ts';
import { sha256Of } from './sha256.ts';

/** Where a LUT file goes, and what it is called where something is wrong with it. */
export interface Place {
  path: string;
  name: string;
}

/** A file that was written, as it was read back from the disk. */
export interface Produced {
  bytes: Buffer;
  sha256: string;
  reread: Cube;
  /** Largest difference of a value read back from what was baked. */
  rereadError: number;
}

/**
 * Writes a cube, reads it back from the disk and compares. Throws where the file does not hold what was baked.
 * @param bytes what the writer made of the cube. @param put how it is written. @param onWritten told when it is.
 */
export async function produce(
  cube: Cube,
  format: Pick<PackedFormat, 'read' | 'rounding'>,
  bytes: Uint8Array,
  { path, name }: Place,
  put = writeWhole,
  onWritten: () => void = () => {},
): Promise<Produced> {
  await put(path, bytes);
  onWritten();
  const there = await readFile(path);
  const reread = format.read(there, name);
  let rereadError = reread.size === cube.size ? 0 : Infinity;
  if (rereadError === 0)
    for (let i = 0; i < cube.data.length; i++)
      rereadError = Math.max(rereadError, Math.abs(cube.data[i] - reread.data[i]));
  if (!(rereadError <= format.rounding))
    throw new Error(`${name}: the file read back differs from what was baked by ${rereadError}`);
  return { bytes: there, sha256: sha256Of(there), reread, rereadError };
}

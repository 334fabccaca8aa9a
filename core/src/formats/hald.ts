import { encode } from 'fast-png';
import { type Cube3d, unitDomain } from '../lut/cube.ts';
import { FormatError } from './error.ts';
import { parsePng, toUint16, toUint8 } from './png.ts';

/** Points along an edge of the grid in a Hald image of a level. */
export const haldGrid = (level: number): number => level * level;

/**
 * Writes a cube as a Hald image: level³ pixels square, a grid of level² points, red fastest along the rows.
 * Throws a RangeError for a grid that is no square number.
 */
export function writeHald({ size, data }: Cube3d, depth: 8 | 16): Uint8Array {
  const level = Math.round(Math.sqrt(size));
  if (haldGrid(level) !== size)
    throw new RangeError(`a Hald image needs a grid of a square number of points, not ${size}`);
  const side = level ** 3;
  const codes = depth === 16 ? toUint16(data) : toUint8(data);
  return encode({ width: side, height: side, data: codes, depth, channels: 3 });
}

/** Reads a Hald image. Throws a FormatError for a picture that is none. */
export function parseHald(bytes: Uint8Array, file: string): Cube3d {
  const { width, height, rgb } = parsePng(bytes, file);
  const level = Math.round(Math.cbrt(width));
  if (width !== height || level ** 3 !== width || level < 2)
    throw new FormatError(
      file,
      'size',
      `${width}×${height} is no Hald image: a square of a cube number is needed, as 512×512`,
    );
  return { kind: '3d', size: haldGrid(level), ...unitDomain, data: rgb, title: '', comments: [] };
}

import { type Lut, lutOf } from '../lut/lut.ts';
import { parseHald } from './hald.ts';
import { parseLut } from './lut.ts';

/** The first bytes of a PNG. */
const png = [0x89, 0x50, 0x4e, 0x47];

export const isPng = (bytes: Uint8Array): boolean => png.every((b, i) => bytes[i] === b);

/** A LUT file of any format that is read, Hald images as well, known by what is in it. Throws a FormatError with its place. */
export const readLutBytes = (bytes: Uint8Array, file: string): Lut =>
  isPng(bytes) ? lutOf(parseHald(bytes, file)) : parseLut(new TextDecoder().decode(bytes), file);

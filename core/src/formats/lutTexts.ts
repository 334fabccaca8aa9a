import type { Lut } from '../lut/lut.ts';
import { parseLut } from './lutFormats/index.ts';

/** A LUT file as a document carries it: what a file means is no plain data. */
export interface LutText {
  sha256: string;
  name: string;
  text: string;
}

/** LUTs by the checksums of their files, as looks name them. Throws a FormatError. */
export const readLuts = (luts: readonly LutText[]): Map<string, Lut> =>
  new Map(luts.map(({ sha256, name, text }) => [sha256, parseLut(text, name)]));

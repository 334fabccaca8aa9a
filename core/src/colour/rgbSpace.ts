import { adaptation } from './adaptation.ts';
import { type Primaries, type Xy, xyToXyz } from './chromaticity.ts';
import { diagonal, identity, invert, type Mat3, multiply, transform } from './matrix.ts';

/** A linear RGB space. Where its numbers come from is in `citation`. */
export interface RgbSpace {
  readonly id: string;
  readonly label: string;
  readonly primaries: Primaries;
  readonly white: Xy;
  readonly citation: string;
}

type Gamut = Pick<RgbSpace, 'primaries' | 'white'>;

/**
 * Linear RGB → XYZ (white at Y = 1, not adapted), by SMPTE RP 177.
 * Throws a RangeError when the primaries lie on one line.
 */
export function rgbToXyz({ primaries, white }: Gamut): Mat3 {
  const r = xyToXyz(primaries.red);
  const g = xyToXyz(primaries.green);
  const b = xyToXyz(primaries.blue);
  const columns: Mat3 = [r[0], g[0], b[0], r[1], g[1], b[1], r[2], g[2], b[2]];
  return multiply(columns, diagonal(transform(invert(columns), xyToXyz(white))));
}

export function xyzToRgb(space: Gamut): Mat3 {
  return invert(rgbToXyz(space));
}

/** Linear RGB of one space → linear RGB of another, Bradford-adapted between their whites. */
export function rgbToRgb(from: Gamut, to: Gamut): Mat3 {
  if (from.primaries === to.primaries && from.white === to.white) return identity;
  return multiply(xyzToRgb(to), adaptation(from.white, to.white), rgbToXyz(from));
}

/** The weights of R, G and B in the luminance Y of a space. They sum to 1. */
export function luminanceWeights(space: Gamut): [number, number, number] {
  const m = rgbToXyz(space);
  return [m[3], m[4], m[5]];
}

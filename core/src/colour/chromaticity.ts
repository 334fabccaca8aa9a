import type { Vec3 } from './matrix.ts';

/** CIE 1931 chromaticity coordinates x, y. */
export type Xy = readonly [number, number];

export interface Primaries {
  readonly red: Xy;
  readonly green: Xy;
  readonly blue: Xy;
}

/** CIE standard illuminant D65 as ITU-R BT.709 item 1.3 rounds it. */
export const whiteD65: Xy = [0.3127, 0.329];

/** The white of the Academy's spaces, about D60 (S-2014-004). */
export const whiteAcademy: Xy = [0.32168, 0.33767];

/** XYZ of a chromaticity at luminance 1. */
export function xyToXyz([x, y]: Xy): Vec3 {
  return [x / y, 1, (1 - x - y) / y];
}

export function xyzToXy([x, y, z]: Vec3): Xy {
  const sum = x + y + z;
  return [x / sum, y / sum];
}

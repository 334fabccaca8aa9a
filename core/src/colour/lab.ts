import type { Vec3 } from './matrix.ts';

const epsilon = 216 / 24389;
const kappa = 24389 / 27;
const f = (t: number) => (t > epsilon ? Math.cbrt(t) : (kappa * t + 16) / 116);

/** XYZ → CIE 1976 L*a*b* (CIE 15:2004, 8.2.1) against a white in the same scale. */
export function xyzToLab(xyz: Vec3, white: Vec3): [number, number, number] {
  const fx = f(xyz[0] / white[0]);
  const fy = f(xyz[1] / white[1]);
  const fz = f(xyz[2] / white[2]);
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

const fInverse = (t: number) => (t ** 3 > epsilon ? t ** 3 : (116 * t - 16) / kappa);

/** CIE 1976 L*a*b* → XYZ, in the scale of the white. */
export function labToXyz([L, a, b]: Vec3, white: Vec3): [number, number, number] {
  const fy = (L + 16) / 116;
  return [fInverse(fy + a / 500) * white[0], fInverse(fy) * white[1], fInverse(fy - b / 200) * white[2]];
}

import { adaptation } from './adaptation.ts';
import { whiteD65 } from './chromaticity.ts';
import { diagonal, invert, type Mat3, multiply, transform, type Vec3 } from './matrix.ts';
import { rgbToXyz, type RgbSpace } from './rgbSpace.ts';

/** XYZ (D65, white at Y = 1) → cone response, Ottosson 2020, "A perceptual color space for image processing". */
const xyzToLms: Mat3 = [
  0.8189330101, 0.3618667424, -0.1288597137, 0.0329845436, 0.9293118715, 0.0361456387, 0.0482003018,
  0.2643662691, 0.633851707,
];
/** Cube-rooted cone response → Oklab, same source. */
export const lmsToOklab: Mat3 = [
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371,
  0.7827717662, -0.808675766,
];
export const oklabToLms = invert(lmsToOklab);

/** Oklab lightness of a linear grey. */
export const greyLightness = (linear: number): number => Math.cbrt(linear);

/** XYZ (D65) → Oklab L, a, b. */
export function xyzToOklab(xyz: Vec3): [number, number, number] {
  const lms = transform(xyzToLms, xyz);
  return transform(lmsToOklab, [Math.cbrt(lms[0]), Math.cbrt(lms[1]), Math.cbrt(lms[2])]);
}

/**
 * Linear RGB → cone response, rows scaled so that the space's white gives exactly (1, 1, 1): the printed
 * matrix misses that by some 1e-4, and grey has to stay grey through a step.
 */
export function rgbToLms(space: Pick<RgbSpace, 'primaries' | 'white'>): Mat3 {
  const m = multiply(xyzToLms, adaptation(space.white, whiteD65), rgbToXyz(space));
  const white = transform(m, [1, 1, 1]);
  return multiply(diagonal([1 / white[0], 1 / white[1], 1 / white[2]]), m);
}

import { adaptation } from './adaptation.ts';
import { identity, type Mat3, multiply } from './matrix.ts';
import { rgbToXyz, xyzToRgb } from './rgbSpace.ts';
import { working } from './spaces/index.ts';
import { lightToXy, xyToLight } from './temperature.ts';

const whiteLight = xyToLight(working.white);

/** The light that a balance setting takes for white, in kelvin, with its Duv. */
export function balanceLight(shift: { mired: number; duv: number }): { kelvin: number; duv: number } {
  return { kelvin: 1e6 / (whiteLight.mired - shift.mired), duv: whiteLight.duv - shift.duv };
}

/**
 * White balance in working RGB, as the removal of a known light: + mired takes a light that much colder than the working
 * white for white, and so warms the picture; + Duv takes a less green one. Bradford adaptation from that light to the
 * working white. A filter of so many mired before the lens would move a grey otherwise: it acts on the light there is.
 */
export function balanceMatrix({ mired, duv }: { mired: number; duv: number }): Mat3 {
  if (mired === 0 && duv === 0) return identity;
  const light = lightToXy({ mired: whiteLight.mired - mired, duv: whiteLight.duv - duv });
  return multiply(xyzToRgb(working), adaptation(light, working.white), rgbToXyz(working));
}

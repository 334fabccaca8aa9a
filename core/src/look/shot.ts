import { z } from 'zod';
import { adaptation } from '../colour/adaptation.ts';
import { identity, type Mat3, multiply } from '../colour/matrix.ts';
import { rgbToXyz, xyzToRgb } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { lightToXy, xyToLight } from '../colour/temperature.ts';

/** The shot lane: corrections of one plate, before the look. Never baked into a LUT. */
export const shotSchema = z.strictObject({
  exposure: z.number().min(-8).max(8).default(0).meta({ label: 'Exposure', unit: 'st', step: 0.05 }),
  mired: z.number().min(-150).max(150).default(0).meta({ label: 'Warmth', unit: 'mired', step: 1 }),
  duv: z.number().min(-0.05).max(0.05).default(0).meta({ label: 'Green', unit: 'Duv', step: 0.001 }),
  /** Light taken off every channel after the rest, in % reflectance: haze and flare. */
  black: z.number().min(-2).max(10).default(0).meta({ label: 'Haze', unit: '%', step: 0.05 }),
});
export type Shot = z.output<typeof shotSchema>;

export const neutralShot: Shot = { exposure: 0, mired: 0, duv: 0, black: 0 };

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

/** Exposure and balance of a shot as one matrix in working RGB. */
export function shotMatrix(shot: Shot): Mat3 {
  const gain = 2 ** shot.exposure;
  return balanceMatrix(shot).map((x) => x * gain) as unknown as Mat3;
}

/** What a shot takes off every channel, scene-linear. White-balanced spaces share it: a grey is a grey in each. */
export const shotBlack = (shot: Shot) => shot.black / 100;

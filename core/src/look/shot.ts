import { z } from 'zod';
import { balanceMatrix } from '../colour/balance.ts';
import { type Mat3, transformBuffer } from '../colour/matrix.ts';
import { mapBuffer } from '../numeric/buffer.ts';

/** The shot lane: corrections of one plate, before the look. Never baked into a LUT. */
export const shotSchema = z.strictObject({
  exposure: z.number().min(-8).max(8).default(0).meta({ label: 'Exposure', unit: 'st', step: 0.05 }),
  mired: z.number().min(-150).max(150).default(0).meta({ label: 'Warmth', unit: 'mired', step: 1 }),
  duv: z.number().min(-0.05).max(0.05).default(0).meta({ label: 'Green', unit: 'Duv', step: 0.001 }),
  /** Light taken off every channel after the rest, in % reflectance: haze and flare. */
  black: z.number().min(-2).max(10).default(0).meta({ label: 'Haze', unit: '%', step: 0.05 }),
});
export type Shot = z.output<typeof shotSchema>;

export const shotKeys = Object.keys(shotSchema.shape) as (keyof Shot)[];

/** Does a shot correct nothing? */
export const isNeutralShot = (shot: Shot): boolean => shotKeys.every((key) => shot[key] === 0);

export const neutralShot: Shot = { exposure: 0, mired: 0, duv: 0, black: 0 };

/** Exposure and balance of a shot as one matrix in working RGB. */
export function shotMatrix(shot: Shot): Mat3 {
  const gain = 2 ** shot.exposure;
  return balanceMatrix(shot).map((x) => x * gain) as unknown as Mat3;
}

/** Corrects light as a shot says: working RGB, in place. */
export function correctLight(shot: Shot): (rgb: Float32Array) => void {
  const matrix = shotMatrix(shot);
  const black = shotBlack(shot);
  return (rgb) => {
    transformBuffer(matrix, rgb);
    if (black !== 0) mapBuffer(rgb, (x) => x - black);
  };
}

/** What a shot takes off every channel, scene-linear. White-balanced spaces share it: a grey is a grey in each. */
export const shotBlack = (shot: Shot) => shot.black / 100;

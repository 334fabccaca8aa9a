import { z } from 'zod';
import { balanceMatrix } from '../colour/balance.ts';
import { midGrey } from '../colour/exposure.ts';
import {
  identity,
  type Mat3,
  multiply,
  saturationMatrix,
  transformBuffer,
  type Vec3,
} from '../colour/matrix.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { numberField, type NumberFieldSpec } from '../numberField.ts';
import { mapBuffer } from '../numeric/buffer.ts';

/** The shot lane: corrections of one plate, before the look. Never baked into a LUT. In the order in which they are made. */
export const shotSchema = z.strictObject({
  exposure: z.number().min(-8).max(8).default(0).meta({ label: 'Exposure', unit: 'st', step: 0.05 }),
  mired: z.number().min(-150).max(150).default(0).meta({ label: 'Warmth', unit: 'mired', step: 1 }),
  duv: z.number().min(-0.05).max(0.05).default(0).meta({ label: 'Tint', unit: 'Duv', step: 0.001 }),
  /** The black trim: light taken off every channel, in % reflectance, as haze and flare add it. */
  black: z.number().min(-2).max(10).default(0).meta({ label: 'Flare', unit: '%', step: 0.05 }),
  /** Stops out for a stop in, about mid-grey. */
  contrast: z.number().min(0.5).max(2).default(1).meta({ label: 'Contrast', unit: '', step: 0.01 }),
  /** Chroma against the grey of the same luminance. */
  saturation: z.number().min(0).max(2).default(1).meta({ label: 'Saturation', unit: '', step: 0.01 }),
});
export type Shot = z.output<typeof shotSchema>;

export const shotKeys = Object.keys(shotSchema.shape) as (keyof Shot)[];
export const neutralShot: Shot = shotSchema.parse({});

/** Limits, label, unit and step of a correction. */
export const shotField = (key: keyof Shot): NumberFieldSpec => numberField(shotSchema.shape[key]);

/** A correction held to what a shot takes. */
export function heldTo(key: keyof Shot, value: number): number {
  const { min, max } = shotField(key);
  return Math.min(Math.max(value, min), max);
}

/** A change of the shot lane with its result in words, or why there is none. */
export type ShotAnswer = { change: Partial<Shot>; says: string } | { refused: string };

/** Does a shot correct nothing? */
export const isNeutralShot = (shot: Shot): boolean => shotKeys.every((key) => shot[key] === neutralShot[key]);

/** Contrast grows about mid-grey; further below it than this many stops light is scaled evenly, so that noise is not raised. */
const evenBelow = 8;
export const contrastFloor = midGrey * 2 ** -evenBelow;

/** RGB of a space with the working white, to working RGB and back. */
interface Space {
  toWorking: Mat3;
  fromWorking: Mat3;
}
const inWorking: Space = { toWorking: identity, fromWorking: identity };

/** A shot made ready for light of a space: a matrix, what is taken off every channel then, and contrast. */
export interface CompiledShot {
  matrix: Mat3;
  /** Spaces that share a white share it: a grey is a grey in each. */
  black: number;
  contrast: number;
  /** Weights of the channels in luminance, by which contrast is made: it leaves chromaticity alone, in any space. */
  luminance: Vec3;
}

const weights = luminanceWeights(working);

/**
 * Exposure, balance and saturation of a shot as one matrix in working RGB. Saturation leaves greys alone, so it may go ahead of
 * the light that is taken off, and it leaves luminance alone, so it may go ahead of contrast.
 */
export function shotMatrix(shot: Shot): Mat3 {
  const gain = 2 ** shot.exposure;
  const lit = balanceMatrix(shot).map((x) => x * gain) as unknown as Mat3;
  return shot.saturation === 1 ? lit : multiply(saturationMatrix(shot.saturation, weights), lit);
}

export function compileShot(shot: Shot, { toWorking, fromWorking } = inWorking): CompiledShot {
  const [r, g, b] = weights;
  const luminance = [0, 1, 2].map((c) => r * toWorking[c] + g * toWorking[3 + c] + b * toWorking[6 + c]);
  return {
    matrix: multiply(fromWorking, shotMatrix(shot), toWorking),
    black: shot.black / 100,
    contrast: shot.contrast,
    luminance: luminance as unknown as Vec3,
  };
}

/** What contrast multiplies light of a luminance by. */
export const contrastGain = (contrast: number, luminance: number): number =>
  (Math.max(luminance, contrastFloor) / midGrey) ** (contrast - 1);

/** The luminance that contrast brings to a luminance. */
export function beforeContrast(contrast: number, luminance: number): number {
  const straight = midGrey * (luminance / midGrey) ** (1 / contrast);
  return straight > contrastFloor ? straight : luminance / contrastGain(contrast, contrastFloor);
}

/** What a compiled shot does behind its matrix, in place. */
export function afterMatrix(
  { black, contrast, luminance: [r, g, b] }: CompiledShot,
  rgb: Float32Array,
): void {
  if (black !== 0) mapBuffer(rgb, (x) => x - black);
  if (contrast === 1) return;
  for (let p = 0; p < rgb.length; p += 3) {
    const gain = contrastGain(contrast, r * rgb[p] + g * rgb[p + 1] + b * rgb[p + 2]);
    rgb[p] *= gain;
    rgb[p + 1] *= gain;
    rgb[p + 2] *= gain;
  }
}

/** Corrects light of the space that a shot was compiled for, in place. */
export function runShot(shot: CompiledShot, rgb: Float32Array): void {
  transformBuffer(shot.matrix, rgb);
  afterMatrix(shot, rgb);
}

/** Corrects light as a shot says: working RGB, in place. */
export function correctLight(shot: Shot): (rgb: Float32Array) => void {
  const compiled = compileShot(shot);
  return (rgb) => runShot(compiled, rgb);
}

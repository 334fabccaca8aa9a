import { greyLightness } from '../colour/oklab.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { compileLook, type Recipe } from './compile.ts';
import type { LookStep } from './document.ts';
import { hueDistance, hueOf } from '../colour/hue.ts';
import { readOklab, writeColour } from '../colour/oklabPixels.ts';
import { saturationOf } from './steps/seenColour.ts';
import { sectors } from './steps/primariesAndSecondaries.ts';
import type { LutMap } from './steps/step.ts';

/** What a step is probed along: stops from mid-grey, saturation (Oklab chroma over lightness), Oklab hue in degrees. */
export type ResponseAxis = 'stops' | 'saturation' | 'hue';
/**
 * What of it is read: the change of light of each channel or of luminance, stops; the factor on saturation; the turn
 * of hue, degrees.
 */
export type ResponseQuantity = 'channels' | 'light' | 'saturation' | 'turn';

/** Saturation of the colours that are probed along hue and, where colour is asked after, along stops. */
const probeSaturation = 0.16;
const everyHue = sectors.map((s) => s.hue);
const weights = luminanceWeights(working);

function colour(stops: number, saturation: number, hue: number, rgb: Float32Array, at: number): void {
  writeColour({ lightness: greyLightness(stopsToLinear(stops)), saturation, hue }, rgb, at);
}

/** The colours that stand for each place of the axis, so many a place. */
function probes(axis: ResponseAxis, quantity: ResponseQuantity, places: readonly number[]) {
  const grey = axis === 'stops' && (quantity === 'channels' || quantity === 'light');
  const hues = axis === 'hue' || grey ? [0] : everyHue;
  const rgb = new Float32Array(places.length * hues.length * 3);
  places.forEach((x, i) =>
    hues.forEach((hue, k) => {
      const at = (i * hues.length + k) * 3;
      if (grey) rgb.fill(stopsToLinear(x), at, at + 3);
      else if (axis === 'stops') colour(x, probeSaturation, hue, rgb, at);
      else if (axis === 'saturation') colour(0, x, hue, rgb, at);
      else colour(0, probeSaturation, x, rgb, at);
    }),
  );
  return { rgb, perPlace: hues.length };
}

const minLight = 1e-7;
const stopsBetween = (before: number, after: number) =>
  Math.log2(Math.max(after, minLight) / Math.max(before, minLight));

const luminance = (rgb: Float32Array, i: number) =>
  weights[0] * rgb[i] + weights[1] * rgb[i + 1] + weights[2] * rgb[i + 2];

/** Reads one pixel before and after, one number a line. */
const readers: Record<ResponseQuantity, (before: Float32Array, after: Float32Array, i: number) => number[]> =
  {
    channels: (before, after, i) => [0, 1, 2].map((c) => stopsBetween(before[i + c], after[i + c])),
    light: (before, after, i) => [stopsBetween(luminance(before, i), luminance(after, i))],
    saturation(before, after, i) {
      const [a, b] = [new Float64Array(4), new Float64Array(4)];
      readOklab(before, i, a);
      readOklab(after, i, b);
      return [saturationOf(b) / Math.max(saturationOf(a), 1e-6)];
    },
    turn(before, after, i) {
      const [a, b] = [new Float64Array(4), new Float64Array(4)];
      readOklab(before, i, a);
      readOklab(after, i, b);
      return [hueDistance(hueOf(a), hueOf(b))];
    },
  };

/**
 * What a step does, alone and at its strength, at some places of an axis: one line of values, or three for channels.
 * Greys stand for stops, mid-grey light for hue and saturation; along stops and saturation colours of every hue count
 * in equal parts.
 * @param around what placed LUTs ask for: the look's rendering, and their files. Throws a MissingLutError where a file
 * is not there.
 */
export function responseOf(
  step: Pick<LookStep, 'type' | 'params' | 'strength'>,
  axis: ResponseAxis,
  quantity: ResponseQuantity,
  places: readonly number[],
  { luts, rendering }: { luts?: LutMap; rendering?: Recipe['rendering'] } = {},
): number[][] {
  const { rgb: before, perPlace } = probes(axis, quantity, places);
  const after = Float32Array.from(before);
  const alone = { steps: [{ ...step, id: 'alone', on: true }], strength: 1, ...(rendering && { rendering }) };
  compileLook(alone, luts).run(after);
  const lines = Array.from({ length: quantity === 'channels' ? 3 : 1 }, () => places.map(() => 0));
  for (let i = 0; i < before.length; i += 3)
    readers[quantity](before, after, i).forEach(
      (v, line) => (lines[line][Math.floor(i / 3 / perPlace)] += v / perPlace),
    );
  return lines;
}

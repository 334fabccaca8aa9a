import { greyLightness } from '../colour/oklab.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import type { CompiledEnd } from './end.ts';
import { writeColour } from '../colour/oklabPixels.ts';

/** Halton's sequence in one base: even cover without ever meeting a grid. */
function halton(index: number, base: number): number {
  let result = 0;
  let share = 1 / base;
  for (let i = index; i > 0; i = Math.floor(i / base)) {
    result += share * (i % base);
    share /= base;
  }
  return result;
}

/**
 * Codes spread evenly through an input's gamut and usable range: each channel from its lowest code that means something
 * to its highest, of a camera from its floor to its clip. Interleaved RGB, `count` colours.
 */
export function gamutSamples({ codes: [floorCode, clipCode] }: CompiledEnd, count: number): Float32Array {
  const codes = new Float32Array(count * 3);
  for (let i = 0; i < count; i++)
    [2, 3, 5].forEach((base, c) => {
      codes[i * 3 + c] = floorCode + (clipCode - floorCode) * halton(i + 1, base);
    });
  return codes;
}

/** Oklab hue and saturation, and levels, of skin of every complexion (from memory). */
const skin = { hue: [20, 75], saturation: [0.03, 0.17], levels: { middle: -0.75, reach: 3.75 } } as const;
/** Saturation up to which a colour is taken for a grey with a cast. */
const greyish = 0.06;

/** Oklab saturation of BT.709 red, and the exponent that makes strong colours rare (from memory: few pictures go beyond it). */
const strong = 0.4;
const rarely = 1.5;
/** A triangular distribution of levels: its centre and half its width, in stops from mid-grey. */
interface Levels {
  middle: number;
  reach: number;
}
/** Levels of a picture (from memory). */
const usual: Levels = { middle: -1, reach: 6.4 };

const between = ([low, high]: readonly [number, number], t: number) => low + (high - low) * t;

/** A colour of a scene: stops over mid-grey, Oklab saturation and hue in degrees. */
interface SceneColour {
  stops: number;
  saturation: number;
  hue: number;
}

/** Codes of colours of a scene as they come to an input. @param of the i-th colour, from three numbers 0–1 that spread evenly. */
function sceneSamples(
  { fromLight }: CompiledEnd,
  count: number,
  of: (spread: readonly number[], i: number) => SceneColour,
): Float32Array {
  const light = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) {
    const { stops, saturation, hue } = of(
      [2, 3, 5].map((base) => halton(i + 1, base)),
      i,
    );
    writeColour({ lightness: greyLightness(stopsToLinear(stops)), saturation, hue }, light, i * 3);
  }
  fromLight(light);
  return light;
}

/** Inverse of a triangular distribution on −1…1, centred on 0. @param t uniform, 0–1. */
const triangle = (t: number) => (t < 0.5 ? Math.sqrt(2 * t) - 1 : 1 - Math.sqrt(2 - 2 * t));

/** Stops from mid-grey that are distributed as levels are, held to what an input takes: from its floor to just under its clip. */
const levelsOf =
  ({ stops: [floor, clip] }: CompiledEnd) =>
  ({ middle, reach }: Levels, t: number) =>
    Math.min(Math.max(middle + reach * triangle(t), floor), clip - 0.5);

/** Codes of greys with a slight cast and of skin, one after the other, at levels as often as pictures have them. */
export const neutralSamples = (end: CompiledEnd, count: number): Float32Array => {
  const stops = levelsOf(end);
  return sceneSamples(end, count, ([a, b, c], i) => {
    const isSkin = i % 2 === 1;
    return {
      stops: stops(isSkin ? skin.levels : usual, a),
      hue: between(isSkin ? skin.hue : [0, 360], b),
      saturation: between(isSkin ? skin.saturation : [0, greyish], c),
    };
  });
};

/**
 * Codes of colours distributed like those of a picture: every hue, levels around one stop under mid-grey, strong saturation
 * rare. For a camera, the codes it records; for a display, the codes a conversion shows. Interleaved RGB, `count` colours.
 */
export const colourSamples = (end: CompiledEnd, count: number): Float32Array => {
  const stops = levelsOf(end);
  return sceneSamples(end, count, ([a, b, c]) => ({
    stops: stops(usual, a),
    hue: 360 * b,
    saturation: strong * c ** rarely,
  }));
};

/** Half a code of ten bits: less than this beyond a floor or a clip is rounding. */
const noBand = 0.5 / 1023;

/**
 * Codes with a channel below the camera's floor or above its clip: what no light gives, and noise and overshoot do. None for
 * an input that uses every code.
 */
export function beyondSamples({ codes: [floorCode, clipCode] }: CompiledEnd, count: number): Float32Array {
  const codes = new Float32Array(count * 3);
  const isInside = (v: number) => v >= floorCode && v <= clipCode;
  if (floorCode < noBand && clipCode > 1 - noBand) return new Float32Array(0);
  for (let i = 0, at = 1; i < count; at++) {
    const rgb = [2, 3, 5].map((base) => halton(at, base));
    if (rgb.every(isInside)) continue;
    codes.set(rgb, i++ * 3);
  }
  return codes;
}

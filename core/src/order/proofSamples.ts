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

/** Oklab hue and saturation, and stops over mid-grey, of skin of every complexion (from memory). */
const skin = { hue: [20, 75], saturation: [0.03, 0.17], stops: [-4.5, 3] } as const;
/** Saturation up to which a colour is taken for a grey with a cast. */
const greyish = 0.06;

/** Saturation of strong paint and coloured light; pictures have next to nothing beyond (from memory). */
const strong = 0.25;

const between = ([low, high]: readonly [number, number], t: number) => low + (high - low) * t;

/** Codes of greys with a slight cast, from an input's floor to its clip, and of skin, one after the other. */
export function neutralSamples(
  { stops: [floorStops, clipStops], fromLight }: CompiledEnd,
  count: number,
): Float32Array {
  const light = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) {
    const [a, b, c] = [2, 3, 5].map((base) => halton(i + 1, base));
    const isSkin = i % 2 === 1;
    const stops = between(isSkin ? skin.stops : [floorStops, clipStops - 0.5], a);
    const hue = between(isSkin ? skin.hue : [0, 360], b);
    const saturation = between(isSkin ? skin.saturation : [0, greyish], c);
    const lightness = greyLightness(stopsToLinear(stops));
    writeColour({ lightness, saturation, hue }, light, i * 3);
  }
  fromLight(light);
  return light;
}

/**
 * Codes of colours of every hue and level, from grey to strong, as light of a scene comes to an input: what a conversion
 * shows on a display. Interleaved.
 */
export function colourSamples(
  { stops: [floorStops, clipStops], fromLight }: CompiledEnd,
  count: number,
): Float32Array {
  const light = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) {
    const [a, b, c] = [2, 3, 5].map((base) => halton(i + 1, base));
    const lightness = greyLightness(stopsToLinear(between([floorStops, clipStops - 0.5], a)));
    writeColour({ lightness, saturation: strong * c, hue: 360 * b }, light, i * 3);
  }
  fromLight(light);
  return light;
}

/** Codes with a channel below the camera's floor or above its clip: what no light gives, and noise and overshoot do. */
export function beyondSamples({ codes: [floorCode, clipCode] }: CompiledEnd, count: number): Float32Array {
  const codes = new Float32Array(count * 3);
  const isInside = (v: number) => v >= floorCode && v <= clipCode;
  // A camera that uses every code has none beyond.
  if (floorCode <= 0 && clipCode >= 1) return new Float32Array(0);
  for (let i = 0, at = 1; i < count; at++) {
    const rgb = [2, 3, 5].map((base) => halton(at, base));
    if (rgb.every(isInside)) continue;
    codes.set(rgb, i++ * 3);
  }
  return codes;
}

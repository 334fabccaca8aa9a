import { type Codec, makeCodec } from '../camera/codec.ts';
import { atDepth, type Profile } from '../camera/profile.ts';
import { linearToStops, stopsToLinear } from '../colour/exposure.ts';
import { lumaOf } from '../colour/ycbcr.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { signed } from '../numeric/signed.ts';
import { judge, unjudged } from '../numeric/verdict.ts';
import { type ReadingDefinition, render } from './reading.ts';

/** Greys looked at: neighbouring codes at so many places of the picture's own range. */
const places = 192;
/** Deeper shadows and brighter lights are small and broken up by noise; stops from mid-grey. */
const widest = { low: -5, high: 5 };
/** Pixels that tell the range of a picture, and the share at each end that does not. */
const rangePixels = 2000;
const rangeShare = 0.01;
/** What an 8-bit display can show: one of its steps is the finest there is on it. */
const displaySteps = 255;
const band = { low: 0, high: 1, slack: 1 };

const codecAt = memoizeRecent(12, (profile: Profile): Codec => makeCodec(profile));

/** Stops from mid-grey between which a picture lies. */
function rangeOf(scene: Float32Array): { low: number; high: number } {
  const step = Math.max(1, Math.floor(scene.length / 3 / rangePixels)) * 3;
  const stops: number[] = [];
  for (let p = 0; p + 2 < scene.length; p += step)
    stops.push(linearToStops(Math.max(lumaOf(scene[p], scene[p + 1], scene[p + 2]), 1e-6)));
  stops.sort((a, b) => a - b);
  const at = (share: number) => stops[Math.round(share * (stops.length - 1))] ?? 0;
  const hold = (x: number) => Math.min(Math.max(x, widest.low), widest.high);
  return { low: hold(at(rangeShare)), high: hold(at(1 - rangeShare)) };
}

/**
 * The largest step that one recorded code makes on the display, on the greys a picture has. Smooth skies and walls show
 * it as bands, unless noise breaks it up.
 */
export const banding: ReadingDefinition = {
  id: 'banding',
  label: 'Banding',
  unit: 'steps',
  target: () =>
    'one recorded code moves the picture by up to 1 step of 255, to 2 close (common practice: 8-bit log bands, 10-bit does not)',
  measure({ pipeline, recording, scene }) {
    if (!recording)
      return { value: null, text: '–', ...unjudged, detail: 'How finely it was recorded is not known.' };
    const { profile, bits } = recording;
    const codec = codecAt(atDepth(profile, bits));
    const top = 2 ** bits - 1;
    const { low, high } = rangeOf(scene);
    const [from, to] = [low, high].map((s) => codec.encode(stopsToLinear(s)) * top);
    const codes = Array.from({ length: places }, (_, i) =>
      Math.min(Math.max(Math.floor(from + ((to - from) * i) / (places - 1)), 0), top - 1),
    );
    const greys = codes.flatMap((k) =>
      [k, k + 1].flatMap((code) => Array<number>(3).fill(codec.decode(code / top))),
    );
    const signal = render(pipeline, greys);
    let worst = { step: 0, stops: 0 };
    codes.forEach((code, i) => {
      const steps = [0, 1, 2].map((c) => Math.abs(signal[i * 6 + 3 + c] - signal[i * 6 + c]));
      const step = Math.max(...steps) * displaySteps;
      if (step > worst.step) worst = { step, stops: linearToStops(Math.max(codec.decode(code / top), 1e-6)) };
    });
    const value = worst.step;
    return {
      value,
      text: value.toFixed(2),
      ...judge(value, band),
      detail: `Recorded in ${bits} bits; around ${signed(worst.stops, 1)} stops one code moves the picture by ${value.toFixed(2)} of 255 steps.`,
    };
  },
};

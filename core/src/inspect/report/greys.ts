import { stopsToLinear } from '../../colour/exposure.ts';
import { lumaOf } from '../../colour/ycbcr.ts';
import { levelsOf, standardDisplay } from '../../render/display.ts';
import { outputs } from '../../render/outputs/index.ts';
import { labAt, type View } from './view.ts';

/** What a LUT does to the neutral axis. Arrays run along `stops`. */
export interface GreyReport {
  /** Stops from mid-grey. */
  stops: number[];
  /** Code in, one for a grey; codes out of the three channels. */
  codeIn: number[];
  codeOut: [number[], number[], number[]];
  /** Signal on the usual display, %: without the LUT, and through it. */
  plain: number[];
  shown: number[];
  /** a* and b* of what comes out. */
  tint: [number[], number[]];
  /** Signal of mid-grey, of the darkest and of the brightest there is, %. */
  midGrey: number;
  black: number;
  white: number;
  /** Stops of light on the display for a stop of the scene, at mid-grey. */
  contrast: number;
  /** Stops from mid-grey between which greys are still told apart. */
  keeps: { low: number; high: number };
  /** a*, b* three stops under mid-grey, at it, and two over. */
  shadows: [number, number];
  middle: [number, number];
  highlights: [number, number];
  /** Largest chroma of a grey, and where. */
  worstTint: { chroma: number; stops: number };
}

const reach = { low: -8, high: 7 };
const perStop = 8;
/** Signal a stop of difference has to make, %, for two greys to be told apart. */
const toldApart = 0.5;

const curve = outputs[standardDisplay.output].curve(levelsOf(standardDisplay));
const shownStops = (signal: number) => Math.log2(Math.max(curve.inverse(signal / 100), 1e-6));

export function reportGreys(view: View): GreyReport {
  const count = (reach.high - reach.low) * perStop + 1;
  const stops = Array.from({ length: count }, (_, i) => reach.low + i / perStop);
  const light = Float32Array.from(stops.flatMap((s) => Array<number>(3).fill(stopsToLinear(s))));
  const { input, output } = view.codes(light);
  const codes = view.shown(output);
  const plainCodes = view.plain(light);
  const percent = (rgb: Float32Array) =>
    stops.map((_, i) => 100 * lumaOf(rgb[i * 3], rgb[i * 3 + 1], rgb[i * 3 + 2]));
  const channel = (c: number) => stops.map((_, i) => output[i * 3 + c]);
  const labs = stops.map((_, i) => labAt(codes, i * 3));
  const shown = percent(codes);
  const at = (s: number) => Math.round((s - reach.low) * perStop);
  const tintAt = (s: number): [number, number] => [labs[at(s)][1], labs[at(s)][2]];
  const mid = at(0);
  const isTold = (i: number) => Math.abs(shown[Math.min(i + perStop, count - 1)] - shown[i]) >= toldApart;
  const low = stops.find((_, i) => isTold(i)) ?? 0;
  const high = stops.findLast((_, i) => i >= perStop && isTold(i - perStop)) ?? 0;
  const chroma = labs.map(([, a, b]) => Math.hypot(a, b));
  const worst = chroma.indexOf(Math.max(...chroma));
  return {
    stops,
    codeIn: stops.map((_, i) => input[i * 3]),
    codeOut: [channel(0), channel(1), channel(2)],
    plain: percent(plainCodes),
    shown,
    tint: [labs.map((l) => l[1]), labs.map((l) => l[2])],
    midGrey: shown[mid],
    black: Math.min(...shown),
    white: Math.max(...shown),
    contrast: shownStops(shown[mid + perStop / 2]) - shownStops(shown[mid - perStop / 2]),
    keeps: { low, high },
    shadows: tintAt(-3),
    middle: tintAt(0),
    highlights: tintAt(2),
    worstTint: { chroma: chroma[worst], stops: stops[worst] },
  };
}

import { OctaveTable } from '../numeric/octaveTable.ts';
import { power } from './power.ts';

/**
 * The Academy's reference gamut compression, ACES 1.3 (parameters as in `colour.md`'s working space AP1):
 * colours outside AP1 are drawn in so that saturated light cannot break a rendering. Invertible.
 */
const channels = [
  { threshold: 0.815, limit: 1.147 },
  { threshold: 0.803, limit: 1.264 },
  { threshold: 0.88, limit: 1.312 },
];
const sharpness = 1.2;

/** Scale of each channel's curve, chosen so that a distance at the limit lands on 1, the gamut's edge. */
const scales = channels.map(
  ({ threshold: t, limit: l }) => (l - t) / power(power((1 - t) / (l - t), -sharpness) - 1, 1 / sharpness),
);

function compress(d: number, c: number): number {
  const t = channels[c].threshold;
  if (d < t) return d;
  const u = (d - t) / scales[c];
  return t + (scales[c] * u) / power(1 + power(u, sharpness), 1 / sharpness);
}

/** A distance farther out is no light that a camera records: from there on the way back is straight. */
const farthest = 1.5;
const turned = channels.map((_, c) => compress(farthest, c));

function expand(d: number, c: number): number {
  const t = channels[c].threshold;
  if (d < t) return d;
  // The curve runs to an asymptote: a display's colours near it would come back as lights without end.
  if (d > turned[c]) return farthest + (d - turned[c]);
  const v = power((d - t) / scales[c], sharpness);
  return t + scales[c] * power(v / (1 - v), 1 / sharpness);
}

type Tables = [OctaveTable, OctaveTable, OctaveTable];
/** A curve of each channel as a table from a half up; beyond its end the curve itself answers. */
const tablesOf = (f: (d: number, c: number) => number, to: number) =>
  channels.map((_, c) => new OctaveTable((d) => f(d, c), 0.5, to)) as Tables;
/** Hardly a colour lies farther. */
const compressed = () => tablesOf(compress, 2 ** 6);
/** Toward its asymptote, beyond 1, the curve is too steep for a table. */
const expanded = () => tablesOf(expand, 1);
/**
 * No channel comes back nearer to nothing than this leaves of the brightest. Beyond, a blue that shows white would be light of
 * negative luminance, on which looks turn black; below, colours of the demo's plates begin to differ (measured from 0.9 to 1.1).
 */
const nearest = 0.94;
const expandedWithin = () => tablesOf((d, c) => Math.min(expand(d, c), nearest), 1);

/** Moves each channel's distance from the brightest by a curve; distances under its threshold stay. */
function moved(makeTables: () => Tables) {
  const [tr, tg, tb] = channels.map((c) => c.threshold);
  // Made when first used: a page that only draws never expands.
  let tables: Tables | undefined;
  return (rgb: Float32Array): void => {
    const [red, green, blue] = (tables ??= makeTables());
    for (let p = 0; p < rgb.length; p += 3) {
      const r = rgb[p];
      const g = rgb[p + 1];
      const b = rgb[p + 2];
      const most = Math.max(r, g, b);
      if (most === 0) continue;
      const size = Math.abs(most);
      if (most - r >= tr * size) rgb[p] = most - red.at((most - r) / size) * size;
      if (most - g >= tg * size) rgb[p + 1] = most - green.at((most - g) / size) * size;
      if (most - b >= tb * size) rgb[p + 2] = most - blue.at((most - b) / size) * size;
    }
  };
}

/** AP1-linear RGB, in place. */
export const compressGamut = moved(compressed);
/** Undoes `compressGamut` up to a distance of 1.5; beyond, distances go on evenly. */
export const expandGamut = moved(expanded);
/** The same as far as a grid can follow: all light stays positive. */
export const expandGamutWithin = moved(expandedWithin);

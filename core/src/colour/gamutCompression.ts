import { floatTable } from '../numeric/floatTable.ts';
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

function expand(d: number, c: number): number {
  const t = channels[c].threshold;
  // At t + scale the curve has its asymptote: nothing comes out beyond it.
  if (d < t || d >= t + scales[c]) return d;
  const v = power((d - t) / scales[c], sharpness);
  return t + scales[c] * power(v / (1 - v), 1 / sharpness);
}

/** Distances up to 2^6 by table; above, where hardly a colour lies, by the curve itself. */
const compressed = channels.map((_, c) => floatTable((d) => compress(d, c), -1, 6));

/** Moves each channel's distance from the brightest by a curve; distances under its threshold stay. */
const moved = (f: (d: number, c: number) => number) => (rgb: Float32Array) => {
  for (let p = 0; p < rgb.length; p += 3) {
    const most = Math.max(rgb[p], rgb[p + 1], rgb[p + 2]);
    if (most === 0) continue;
    const size = Math.abs(most);
    for (let c = 0; c < 3; c++) {
      const d = (most - rgb[p + c]) / size;
      if (d >= channels[c].threshold) rgb[p + c] = most - f(d, c) * size;
    }
  }
};

/** AP1-linear RGB, in place. */
export const compressGamut = moved((d, c) => compressed[c](d));
/** Undoes `compressGamut`. */
export const expandGamut = moved(expand);

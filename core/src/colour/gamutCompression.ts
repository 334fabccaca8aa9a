/**
 * The Academy's reference gamut compression, ACES 1.3 (parameters as in `colour.md`'s working space AP1):
 * colours outside AP1 are drawn in so that saturated light cannot break a rendering. Invertible.
 */
const channels = [
  { threshold: 0.815, limit: 1.147 },
  { threshold: 0.803, limit: 1.264 },
  { threshold: 0.88, limit: 1.312 },
];
const power = 1.2;

/** Scale of each channel's curve, chosen so that a distance at the limit lands on 1, the gamut's edge. */
const scales = channels.map(
  ({ threshold: t, limit: l }) => (l - t) / Math.pow(Math.pow((1 - t) / (l - t), -power) - 1, 1 / power),
);

function compress(d: number, c: number): number {
  const t = channels[c].threshold;
  if (d < t) return d;
  const u = (d - t) / scales[c];
  return t + (scales[c] * u) / Math.pow(1 + Math.pow(u, power), 1 / power);
}

function expand(d: number, c: number): number {
  const t = channels[c].threshold;
  // At t + scale the curve has its asymptote: nothing comes out beyond it.
  if (d < t || d >= t + scales[c]) return d;
  const v = Math.pow((d - t) / scales[c], power);
  return t + scales[c] * Math.pow(v / (1 - v), 1 / power);
}

function apply(rgb: Float32Array, f: (d: number, c: number) => number): void {
  for (let p = 0; p < rgb.length; p += 3) {
    const most = Math.max(rgb[p], rgb[p + 1], rgb[p + 2]);
    if (most === 0) continue;
    const size = Math.abs(most);
    for (let c = 0; c < 3; c++) rgb[p + c] = most - f((most - rgb[p + c]) / size, c) * size;
  }
}

/** AP1-linear RGB, in place. */
export const compressGamut = (rgb: Float32Array): void => apply(rgb, compress);
/** Undoes `compressGamut`. */
export const expandGamut = (rgb: Float32Array): void => apply(rgb, expand);

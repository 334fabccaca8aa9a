import { power } from '../colour/power.ts';
import { luminanceWeights, type RgbSpace } from '../colour/rgbSpace.ts';

/** Share of the way from grey to the gamut's edge up to which colours are left alone. */
const threshold = 0.72;
/** How sharply the compression sets in. */
const sharpness = 1.6;

/** Distance from the achromatic axis, 1 at the edge → compressed distance, below 1. */
function compress(d: number): number {
  if (d <= threshold) return d;
  const u = (d - threshold) / (1 - threshold);
  return threshold + (1 - threshold) * (u / power(1 + power(u, sharpness), 1 / sharpness));
}

function expand(d: number): number {
  if (d <= threshold) return d;
  const v = Math.min((d - threshold) / (1 - threshold), 1 - 1e-9);
  return threshold + (1 - threshold) * (v / power(1 - power(v, sharpness), 1 / sharpness));
}

/**
 * Draws every colour toward the grey of its own luminance until it is inside the display's gamut. Direction from
 * grey (so hue in linear light) and luminance are kept; colours well inside do not move.
 */
function fit(weights: readonly [number, number, number], f: (d: number) => number) {
  const [wr, wg, wb] = weights;
  return (rgb: Float32Array) => {
    for (let p = 0; p < rgb.length; p += 3) {
      const r = rgb[p];
      const g = rgb[p + 1];
      const b = rgb[p + 2];
      const y = wr * r + wg * g + wb * b;
      if (y <= 0 || y >= 1) continue;
      const d = Math.max((y - Math.min(r, g, b)) / y, (Math.max(r, g, b) - y) / (1 - y));
      if (d <= threshold) continue;
      const s = f(d) / d;
      rgb[p] = y + (r - y) * s;
      rgb[p + 1] = y + (g - y) * s;
      rgb[p + 2] = y + (b - y) * s;
    }
  };
}

export interface GamutFit {
  /** Display-linear RGB in place, before and after the fit. */
  run(rgb: Float32Array): void;
  inverse(rgb: Float32Array): void;
}

export function gamutFit(mode: 'soft' | 'clip', display: RgbSpace): GamutFit {
  if (mode === 'clip') return { run: () => {}, inverse: () => {} };
  const weights = luminanceWeights(display);
  return { run: fit(weights, compress), inverse: fit(weights, expand) };
}

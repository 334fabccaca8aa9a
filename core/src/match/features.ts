import { hueOf, hueDistance } from '../colour/hue.ts';
import { hueWeight } from '../look/steps/seenColour.ts';
import { sectors } from '../look/steps/primariesAndSecondaries.ts';
import type { DisplayPixels } from './displayOklab.ts';

/**
 * What a match compares. Tone is moved as one distribution: its quantiles are the optimal transport of one dimension.
 * Chroma is moved apart from it, sliced: at every level of tone its distribution is seen from a few directions, and the
 * quantiles along each are compared (Rabin, Peyré, Delon and Bernot 2011, sliced Wasserstein distance).
 */
const tones = 16;
/** Parts of the picture, by tone, whose chroma is compared, the directions it is seen from, and quantiles along each. */
const levels = 4;
const directions = [0, 45, 90, 135].map((degrees) => {
  const angle = (degrees * Math.PI) / 180;
  return [Math.cos(angle), Math.sin(angle)] as const;
});
const quantiles = 4;
const chromaStart = tones;
const hueStart = chromaStart + levels * directions.length * quantiles;
const featureCount = hueStart + sectors.length;
/** A hue fills a part of the picture only; its chroma counts this much more. */
const hueScale = 3;

/** Indices of the pixels from dark to light: tone and index in one number, since numbers sort many times as fast. */
export function byTone({ lab, luma }: DisplayPixels): Uint32Array {
  const count = luma.length;
  const keys = new Float64Array(count);
  for (let i = 0; i < count; i++) keys[i] = Math.round(Math.max(lab[i * 3], 0) * 1e6) * count + i;
  keys.sort();
  const order = new Uint32Array(count);
  for (let k = 0; k < count; k++) order[k] = keys[k] % count;
  return order;
}

/** Means over even parts of rising numbers, into `out` from `at` on. */
function partMeans(sorted: Float64Array, parts: number, out: Float64Array, at: number): void {
  const count = sorted.length;
  for (let k = 0; k < parts; k++) {
    const [from, to] = [Math.floor((k * count) / parts), Math.floor(((k + 1) * count) / parts)];
    let sum = 0;
    for (let i = from; i < to; i++) sum += sorted[i];
    out[at + k] = to > from ? sum / (to - from) : k > 0 ? out[at + k - 1] : 0;
  }
}

/** Chroma that lies within 60° of the middle of each sector of hue, the nearer the more. */
function chromaByHue(lab: Float64Array, out: Float64Array): void {
  const count = lab.length / 3;
  const seen = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < 3; c++) seen[c] = lab[i * 3 + c];
    const chroma = Math.sqrt(seen[1] * seen[1] + seen[2] * seen[2]);
    const weight = hueWeight(chroma / Math.max(seen[0], 1e-3)) * chroma;
    if (weight === 0) continue;
    const hue = hueOf(seen);
    for (let j = 0; j < sectors.length; j++) {
      const away = Math.abs(hueDistance(sectors[j].hue, hue));
      if (away < 60) out[hueStart + j] += (weight * (1 - away / 60) * hueScale) / count;
    }
  }
}

/** Tone, then chroma by level, direction and quantile, then chroma by hue; Oklab. */
export function features(pixels: DisplayPixels): Float64Array {
  const { lab } = pixels;
  const order = byTone(pixels);
  const count = order.length;
  const out = new Float64Array(featureCount);
  const lightness = new Float64Array(count);
  for (let k = 0; k < count; k++) lightness[k] = lab[order[k] * 3];
  partMeans(lightness, tones, out, 0);
  for (let level = 0; level < levels; level++) {
    const from = Math.floor((level * count) / levels);
    const along = new Float64Array(Math.floor(((level + 1) * count) / levels) - from);
    directions.forEach(([x, y], d) => {
      for (let k = 0; k < along.length; k++) {
        const i = order[from + k] * 3;
        along[k] = x * lab[i + 1] + y * lab[i + 2];
      }
      along.sort();
      partMeans(along, quantiles, out, chromaStart + (level * directions.length + d) * quantiles);
    });
  }
  chromaByHue(lab, out);
  return out;
}

/** Root mean square difference, hundredths of Oklab. */
export const distance = (a: Float64Array, b: Float64Array) =>
  100 * Math.sqrt(a.reduce((sum, v, i) => sum + (v - b[i]) ** 2, 0) / a.length);

/**
 * A difference as the solver counts it: what would have to be moved farther than a look moves anything is content, and
 * its pull has an end (transport relaxed in total variation, where mass may be left unmoved at a fixed price).
 */
const farthest = { tone: 0.25, chroma: 0.06 };
export function boundedDifference(now: number, aim: number, feature: number): number {
  const most = feature < chromaStart ? farthest.tone : farthest.chroma;
  const difference = now - aim;
  return difference / Math.sqrt(1 + (difference / most) ** 2);
}

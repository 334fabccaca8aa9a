import { z } from 'zod';
import { storedKind } from '../document.ts';
import { levels } from '../colour/range.ts';
import { depthUsed } from './depth.ts';
import { noiseDeviation } from './noise.ts';

/** Bins of the code-value histogram: one a code of 8 bits. */
export const codeBins = 256;

/** What a frame says about itself before any profile is put on it. Codes are shares of all codes, 0–1. */
export const frameFactsSchema = z.object({
  /** Bits the file stores, and bits its values really use. */
  storedDepth: z.number(),
  usedDepth: z.number(),
  /** Least and greatest code of any channel. */
  low: z.number(),
  high: z.number(),
  /** 0.1 % and 99.9 % of all codes. */
  floor: z.number(),
  ceiling: z.number(),
  /** Does every code lie between the levels of narrow range at the depth used, give or take what overshoots? */
  range: z.enum(['full', 'narrow']),
  /** Share of pixels with a channel in the pile at the top, or at the bottom; 0 where there is no pile. */
  clipped: z.number(),
  crushed: z.number(),
  /** Deviation of noise in luma, in 10-bit codes. */
  noise10: z.number(),
  /** Shares of codes over 256 bins. */
  histogram: z.array(z.number()).length(codeBins),
});
export type FrameFacts = z.output<typeof frameFactsSchema>;

/** Facts as they are stored. */
export const storedFrameFacts = storedKind(frameFactsSchema, { kind: 'velvet-dusk/frame-facts', version: 1 });

/** Share that may lie outside narrow range as overshoot. */
const overshoot = 0.0005;
/** The end of a histogram is a pile when it holds so many values, and so many times its neighbour's. */
const pile = { values: 24, share: 1e-5, times: 4 };

const histogramLevels = 4096;

/** Reads a frame on arrival. @param rgb interleaved code values 0–1; @param storedDepth bits of the file. */
export function readFrame(
  rgb: Float32Array,
  { width, height, storedDepth }: { width: number; height: number; storedDepth: number },
): FrameFacts {
  const fine = new Float64Array(histogramLevels);
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < rgb.length; i++) {
    const v = rgb[i];
    if (v < low) low = v;
    if (v > high) high = v;
    fine[Math.min(Math.max(Math.floor(v * (histogramLevels - 1) + 0.5), 0), histogramLevels - 1)]++;
  }
  const usedDepth = depthUsed(rgb, storedDepth);
  const piles = findPiles(rgb, low, high, usedDepth);
  return {
    storedDepth,
    usedDepth,
    low,
    high,
    ...piles,
    floor: percentile(fine, 0.001),
    ceiling: percentile(fine, 0.999),
    range: isNarrow(fine, rgb.length, usedDepth) ? 'narrow' : 'full',
    noise10: noiseDeviation(rgb, width, height) * 1023,
    histogram: coarse(fine, rgb.length),
  };
}

function percentile(fine: Float64Array, share: number): number {
  const total = fine.reduce((a, b) => a + b, 0);
  let seen = 0;
  for (let i = 0; i < histogramLevels; i++) {
    seen += fine[i];
    if (seen > share * total) return i / (histogramLevels - 1);
  }
  return 1;
}

function isNarrow(fine: Float64Array, count: number, bits: number): boolean {
  const { black, white } = levels('narrow', bits);
  let outside = 0;
  const half = 0.5 / (histogramLevels - 1);
  fine.forEach((n, i) => {
    const code = i / (histogramLevels - 1);
    if (code < black - half || code > white + half) outside += n;
  });
  return outside <= overshoot * count;
}

function coarse(fine: Float64Array, count: number): number[] {
  const bins = Array<number>(codeBins).fill(0);
  fine.forEach((n, i) => (bins[Math.floor((i * codeBins) / histogramLevels)] += n / count));
  return bins;
}

/** Shares of pixels with a channel in a pile at either end. A smooth tail is no pile. */
function findPiles(rgb: Float32Array, low: number, high: number, depth: number) {
  // One code wide: a clip stacks its pixels on one code, light that is merely even spreads over several by its noise.
  const width = 0.6 / (2 ** Math.min(depth, 10) - 1);
  let [top, nextTop, bottom, nextBottom] = [0, 0, 0, 0];
  let [clipped, crushed] = [0, 0];
  for (let p = 0; p < rgb.length; p += 3) {
    let atTop = false;
    let atBottom = false;
    for (let c = 0; c < 3; c++) {
      const fromTop = high - rgb[p + c];
      const fromBottom = rgb[p + c] - low;
      if (fromTop < width) {
        top++;
        atTop = true;
      } else if (fromTop < 3 * width) nextTop++;
      if (fromBottom < width) {
        bottom++;
        atBottom = true;
      } else if (fromBottom < 3 * width) nextBottom++;
    }
    if (atTop) clipped++;
    if (atBottom) crushed++;
  }
  const isPile = (n: number, next: number) =>
    n > Math.max(pile.values, pile.share * rgb.length) && n > pile.times * next;
  const pixels = rgb.length / 3;
  return {
    clipped: high > low && isPile(top, nextTop) ? clipped / pixels : 0,
    crushed: high > low && isPile(bottom, nextBottom) ? crushed / pixels : 0,
  };
}

import { chromaOf } from '../colour/ycbcr.ts';

/** Counts of pixels over Cb (to the right) and Cr (upward), a square of `size` cells over ±`reach`. */
export interface Vectorscope {
  size: number;
  reach: number;
  counts: Uint32Array;
  /** Sums of R', G', B' per cell, to draw each cell in its own colour. */
  colour: Float32Array;
}

/** Cb and Cr shown: ±0.5 is the most a signal can have. */
const reach = 0.5;

export function vectorscope(signal: Float32Array, size: number): Vectorscope {
  const counts = new Uint32Array(size * size);
  const colour = new Float32Array(size * size * 3);
  for (let p = 0; p < signal.length; p += 3) {
    const [cb, cr] = chromaOf(signal[p], signal[p + 1], signal[p + 2]);
    const x = Math.min(Math.max(Math.floor(((cb + reach) / (2 * reach)) * size), 0), size - 1);
    const y = Math.min(Math.max(Math.floor(((reach - cr) / (2 * reach)) * size), 0), size - 1);
    const cell = y * size + x;
    counts[cell]++;
    for (let c = 0; c < 3; c++) colour[cell * 3 + c] += signal[p + c];
  }
  return { size, reach, counts, colour };
}

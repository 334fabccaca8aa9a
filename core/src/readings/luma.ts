import { lumaOf } from '../colour/ycbcr.ts';
import { oncePer } from '../numeric/oncePer.ts';

/** Luma of a whole signal buffer; worked out once per picture. */
export const lumaBuffer = oncePer((signal: Float32Array): Float32Array => {
  const luma = new Float32Array(signal.length / 3);
  for (let i = 0; i < luma.length; i++) luma[i] = lumaOf(signal[i * 3], signal[i * 3 + 1], signal[i * 3 + 2]);
  return luma;
});

const levels = 4096;

/** How many pixels have each of 4096 lumas over −0.1…1.1. */
const countLumas = oncePer((luma: Float32Array): Uint32Array => {
  const counts = new Uint32Array(levels);
  for (let i = 0; i < luma.length; i++)
    counts[Math.min(Math.max(Math.floor(((luma[i] + 0.1) / 1.2) * levels), 0), levels - 1)]++;
  return counts;
});

/** The luma below which a share of the pixels lies, to a 4096th of the range that is counted. */
export function lumaPercentile(luma: Float32Array, share: number): number {
  const counts = countLumas(luma);
  let seen = 0;
  for (let i = 0; i < levels; i++) {
    seen += counts[i];
    if (seen > share * luma.length) return ((i + 0.5) / levels) * 1.2 - 0.1;
  }
  return 1.1;
}

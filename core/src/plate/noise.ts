import { lumaOf } from '../colour/ycbcr.ts';

/** The mask answers nothing on even slopes, and noise of 1 with a deviation of 6. */
const maskDeviation = 6;
/** Median of |x| over the deviation, for a normal distribution. */
const medianOfNormal = 0.6745;
/** Codes at the very ends carry no noise; they would drag the estimate down. */
const ends = { low: 0.002, high: 0.985 };

/**
 * Deviation of a frame's noise in luma code (0–1). Immerkær 1996 (Comput. Vis. Image Underst. 64, 300–302): a mask that
 * cancels slopes; the median in place of his mean, so that edges and texture count little.
 */
export function noiseDeviation(rgb: Float32Array, width: number, height: number): number {
  if (width < 3 || height < 3) return 0;
  const luma = (x: number, y: number) => {
    const p = (y * width + x) * 3;
    return lumaOf(rgb[p], rgb[p + 1], rgb[p + 2]);
  };
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 250_000)));
  const answers = new Float32Array(Math.ceil((height - 2) / step) * Math.ceil((width - 2) / step));
  let count = 0;
  for (let y = 1; y < height - 1; y += step)
    for (let x = 1; x < width - 1; x += step) {
      const centre = luma(x, y);
      if (centre < ends.low || centre > ends.high) continue;
      const corners = luma(x - 1, y - 1) + luma(x + 1, y - 1) + luma(x - 1, y + 1) + luma(x + 1, y + 1);
      const sides = luma(x, y - 1) + luma(x - 1, y) + luma(x + 1, y) + luma(x, y + 1);
      answers[count++] = Math.abs(corners - 2 * sides + 4 * centre);
    }
  if (count === 0) return 0;
  const sorted = answers.subarray(0, count).sort();
  return sorted[sorted.length >> 1] / (maskDeviation * medianOfNormal);
}

import { lmsToOklab, rgbToLms } from '../colour/oklab.ts';
import { readCones } from '../colour/oklabPixels.ts';
import { lumaWeights } from '../colour/ycbcr.ts';
import type { CompiledRendering } from '../render/rendering.ts';

/** Pixels of a finished picture: Oklab L, a, b interleaved, and luma of the signal, 0–1. */
export interface DisplayPixels {
  lab: Float64Array;
  luma: Float64Array;
}

/**
 * Reads display code as the look's display shows it. A finished still is taken as made for the same display.
 * @param code interleaved RGB, 0–1, left as it is.
 */
export function displayPixels(
  code: ArrayLike<number>,
  { output, toSignal }: CompiledRendering,
): DisplayPixels {
  const count = Math.floor(code.length / 3);
  const lab = new Float64Array(count * 3);
  const luma = new Float64Array(count);
  const toLms = rgbToLms(output.space);
  const light = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const p = i * 3;
    let y = 0;
    for (let c = 0; c < 3; c++) {
      const signal = toSignal(code[p + c]);
      y += lumaWeights[c] * signal;
      light[c] = output.curve.inverse(Math.max(signal, 0));
    }
    luma[i] = y;
    readCones(toLms, lmsToOklab, light, 0, lab, p);
  }
  return { lab, luma };
}

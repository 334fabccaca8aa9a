import { lmsToOklab, rgbToLms } from '../colour/oklab.ts';
import { fastCbrt } from '../numeric/fast.ts';
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
  const m = rgbToLms(output.space);
  const n = lmsToOklab;
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
    const l = fastCbrt(m[0] * light[0] + m[1] * light[1] + m[2] * light[2]);
    const k = fastCbrt(m[3] * light[0] + m[4] * light[1] + m[5] * light[2]);
    const s = fastCbrt(m[6] * light[0] + m[7] * light[1] + m[8] * light[2]);
    for (let c = 0; c < 3; c++) lab[p + c] = n[c * 3] * l + n[c * 3 + 1] * k + n[c * 3 + 2] * s;
  }
  return { lab, luma };
}

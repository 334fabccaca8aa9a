import { lumaOf } from '../colour/ycbcr.ts';

const cache = new WeakMap<Float32Array, Float32Array>();

/** Luma of a whole signal buffer; worked out once per picture. */
export function lumaBuffer(signal: Float32Array): Float32Array {
  let luma = cache.get(signal);
  if (!luma) {
    luma = new Float32Array(signal.length / 3);
    for (let i = 0; i < luma.length; i++)
      luma[i] = lumaOf(signal[i * 3], signal[i * 3 + 1], signal[i * 3 + 2]);
    cache.set(signal, luma);
  }
  return luma;
}

import type { ReadingContext } from './reading.ts';

/** Some pixels of an interleaved picture, in their order. */
export function pixelsOf(values: Float32Array, pixels: ArrayLike<number>): Float32Array {
  const out = new Float32Array(pixels.length * 3);
  for (let i = 0; i < pixels.length; i++)
    for (let c = 0; c < 3; c++) out[i * 3 + c] = values[pixels[i] * 3 + c];
  return out;
}

/** The mean of interleaved pixels. */
export function meanRgb(values: Float32Array): [number, number, number] {
  const mean: [number, number, number] = [0, 0, 0];
  const count = values.length / 3;
  for (let p = 0; p < values.length; p += 3) for (let c = 0; c < 3; c++) mean[c] += values[p + c] / count;
  return mean;
}

/** Some pixels as they would be shown without the look: signal, 0–1. */
export function signalWithoutLook(
  { scene, pipeline }: Pick<ReadingContext, 'scene' | 'pipeline'>,
  pixels: ArrayLike<number>,
): Float32Array {
  const rgb = pixelsOf(scene, pixels);
  pipeline.output(rgb);
  return rgb.map(pipeline.rendering.toSignal);
}

import type { CompiledEnd } from '@velvet-dusk/core/order/end';
import { plateCodes, type RecordedPixels } from '@velvet-dusk/core/order/plateCodes';
import { sparse } from '@velvet-dusk/core/proposals/plateEvaluator';
import { memoizeRecent } from '@velvet-dusk/core/numeric/memoizeRecent';
import { readRaster } from '../frames/raster.ts';

/** A plate as a proof takes pixels of it. */
export interface ProofPlate extends Omit<RecordedPixels, 'rgb'> {
  path: string;
}

/** Pixels taken of each plate; all together are thinned to a third of the proof. */
const pixelsEach = 1600;
/** Frames are looked at once for all exports of a project: some 20 kB are kept of each. */
const sampled = memoizeRecent(200, async (path: string): Promise<Float32Array> => {
  const { rgb, width, height } = await readRaster(path, path);
  return sparse(rgb, width, height, pixelsEach).rgb;
});

/** Pixels of plates as the input of an order has them; a frame that cannot be read is left out. */
export async function plateSamples(plates: readonly ProofPlate[], input: CompiledEnd): Promise<Float32Array> {
  const read: RecordedPixels[] = [];
  for (const { path, ...plate } of plates) {
    const rgb = await sampled(path).catch(() => null);
    if (rgb) read.push({ ...plate, rgb });
  }
  return plateCodes(read, input);
}

import { linearToStops } from '../colour/exposure.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';

/** Shares of a picture's pixels over stops from mid-grey. */
export interface StopHistogram {
  low: number;
  high: number;
  /** One share per bin, low to high; light outside the span is in the end bins. */
  shares: Float32Array;
}

export const railStops = { low: -8, high: 6 };
const binsPerStop = 8;
const [wr, wg, wb] = luminanceWeights(working);

/** Sorts the luminance of working RGB by stops. */
export function stopHistogram(scene: Float32Array): StopHistogram {
  const { low, high } = railStops;
  const bins = (high - low) * binsPerStop;
  const shares = new Float32Array(bins);
  const one = 1 / (scene.length / 3);
  for (let p = 0; p < scene.length; p += 3) {
    const y = wr * scene[p] + wg * scene[p + 1] + wb * scene[p + 2];
    const bin = y > 0 ? Math.floor((linearToStops(y) - low) * binsPerStop) : 0;
    shares[Math.min(Math.max(bin, 0), bins - 1)] += one;
  }
  return { low, high, shares };
}

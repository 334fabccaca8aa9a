import { stopsToLinear, linearToStops } from '../colour/exposure.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import type { CompiledRendering } from '../render/rendering.ts';

/** The stops over which the change is solved; beyond them the end gains hold. */
const lowStop = -14;
const highStop = 10;
const perStop = 12;
const count = (highStop - lowStop) * perStop + 1;
/** A grey that the display shows this bright or brighter cannot be compared any more; the gain found below it holds. */
const brightest = 0.998;
const maxGain = 2 ** 8;

const scene = luminanceWeights(working);
const luminanceAt = (w: readonly number[], rgb: ArrayLike<number>, i: number) =>
  w[0] * rgb[i] + w[1] * rgb[i + 1] + w[2] * rgb[i + 2];

/** Display-linear luminance of working RGB, one number a pixel. */
function shownLuminance(rendering: CompiledRendering, rgb: Float32Array): Float64Array {
  const shown = Float32Array.from(rgb);
  rendering.run(shown);
  rendering.toLight(shown);
  const weights = luminanceWeights(rendering.output.space);
  return Float64Array.from({ length: shown.length / 3 }, (_, p) => luminanceAt(weights, shown, p * 3));
}

/**
 * Gains over scene luminance that take a look's change of luminance on greys back, as it is seen on the display.
 * Solved per level: working RGB after the look times the gain shows as bright as the grey did without it.
 */
export function solveGains(run: (rgb: Float32Array) => void, rendering: CompiledRendering): Float64Array {
  const greys = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) greys.fill(stopsToLinear(lowStop + i / perStop), i * 3, i * 3 + 3);
  const looked = Float32Array.from(greys);
  run(looked);
  const aims = shownLuminance(rendering, greys);
  const low = new Float64Array(count).fill(-8);
  const high = new Float64Array(count).fill(8);
  const scaled = new Float32Array(looked.length);
  for (let n = 0; n < 30; n++) {
    for (let i = 0; i < count; i++)
      for (let c = 0; c < 3; c++) scaled[i * 3 + c] = looked[i * 3 + c] * 2 ** ((low[i] + high[i]) / 2);
    shownLuminance(rendering, scaled).forEach((y, i) => {
      if (y < aims[i]) low[i] = (low[i] + high[i]) / 2;
      else high[i] = (low[i] + high[i]) / 2;
    });
  }
  const gains = low.map((l, i) => 2 ** ((l + high[i]) / 2));
  return holdEnds(gains, aims);
}

/** Where the display shows no difference there is nothing to solve: the last gain that could be found stays. */
function holdEnds(gains: Float64Array, aims: Float64Array): Float64Array {
  for (let i = 1; i < count; i++) if (aims[i] >= brightest) gains[i] = gains[i - 1];
  const darkestRise = aims.findIndex((y, i) => i > 0 && y - aims[0] > 1e-7);
  for (let i = Math.max(darkestRise, 0) - 1; i >= 0; i--) gains[i] = gains[i + 1];
  return gains.map((g) => Math.min(Math.max(g, 1 / maxGain), maxGain));
}

/**
 * Takes a look's luminance change out again, by the luminance each colour came with.
 * @returns a function of the pixels before and after the look; `after` is changed in place.
 */
export function luminanceBack(
  run: (rgb: Float32Array) => void,
  rendering: CompiledRendering,
): (before: Float32Array, after: Float32Array) => void {
  const gains = solveGains(run, rendering);
  return (before, after) => {
    for (let p = 0; p < after.length; p += 3) {
      const y = luminanceAt(scene, before, p);
      const stops = y > 0 ? linearToStops(y) : lowStop;
      const at = Math.min(Math.max((stops - lowStop) * perStop, 0), count - 1);
      const k = Math.min(at | 0, count - 2);
      const gain = gains[k] + (at - k) * (gains[k + 1] - gains[k]);
      after[p] *= gain;
      after[p + 1] *= gain;
      after[p + 2] *= gain;
    }
  };
}

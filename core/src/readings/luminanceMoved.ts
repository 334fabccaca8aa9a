import { luminanceWeights } from '../colour/rgbSpace.ts';
import type { LightToSignal } from './reading.ts';

/** Share of the picture that moves less than what is told. */
const share = 0.95;

/** Signal level, in %, of the grey that is as bright on the display as each pixel of display code. */
function levels(code: Float32Array, { rendering }: LightToSignal): Float64Array {
  const weights = luminanceWeights(rendering.output.space);
  const { curve } = rendering.output;
  return Float64Array.from({ length: code.length / 3 }, (_, p) => {
    const y = weights.reduce((sum, w, c) => sum + w * curve.inverse(rendering.toSignal(code[p * 3 + c])), 0);
    return 100 * curve.forward(y);
  });
}

/**
 * How far a look moves the luminance of a picture's own colours: 95 % of its pixels by less than this, % of the signal.
 * Colour only is solved on greys; what it leaves on colours shows here.
 * @param scene working RGB before the look, left as it is.
 */
export function luminanceMoved(scene: Float32Array, pipeline: LightToSignal): number {
  if (scene.length === 0) return 0;
  const shown = (run: (rgb: Float32Array) => void) => {
    const rgb = Float32Array.from(scene);
    run(rgb);
    pipeline.output(rgb);
    return levels(rgb, pipeline);
  };
  const before = shown(() => {});
  const moved = shown(pipeline.look)
    .map((y, i) => Math.abs(y - before[i]))
    .sort();
  return moved[Math.floor(share * (moved.length - 1))];
}

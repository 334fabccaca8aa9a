import { pixelsOf } from '../../readings/pixels.ts';
import type { ReadingContext } from '../../readings/reading.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';

/** Light of some pixels of a plate as it reaches a place in the recipe, working RGB. @param at steps that lie before it. */
export function lightReaching(
  evaluator: PlateEvaluator,
  { look }: Change,
  { scene }: Pick<ReadingContext, 'scene'>,
  pixels: ArrayLike<number>,
  at: number,
): Float32Array {
  const rgb = pixelsOf(scene, pixels);
  evaluator.laneOf({ ...look, steps: look.steps.slice(0, at), colourOnly: false }).run(rgb);
  return rgb;
}

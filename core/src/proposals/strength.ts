import type { Look } from '../look/document.ts';
import type { Reading } from '../readings/reading.ts';
import type { PlateEvaluator } from './plateEvaluator.ts';

/** The strength that suits a plate, and how much the look puts amiss there and at full strength, in units of slack. */
export interface SuitedStrength {
  strength: number;
  miss: number;
  missAtFull: number;
}

/** Strengths are tried in steps of this. */
const step = 0.1;
/** Two strengths this close in what is amiss are equally good; the stronger one is the designer's wish. */
const indifferent = 0.15;

/** How far a reading is missed beyond what the plate misses by itself, on the same side: the less, the further off that is. */
const added = (now: Reading, own: Reading): number =>
  now.side === own.side ? Math.max(now.miss - own.miss, 0) / (1 + own.miss) : now.miss;

/** The greatest strength of a look at which it puts as little as possible of a plate amiss. What the plate misses by itself is not its fault. */
export function suitedStrength(evaluator: PlateEvaluator, look: Look): SuitedStrength {
  const readAt = (strength: number) => evaluator.readAll(evaluator.asItIs({ ...look, strength }));
  const own = readAt(0);
  const missAt = (strength: number) => readAt(strength).reduce((sum, r, i) => sum + added(r, own[i]), 0);
  const missAtFull = missAt(1);
  // No weaker one can be better by more than makes a difference.
  if (missAtFull <= indifferent) return { strength: 1, miss: missAtFull, missAtFull };
  const weaker = Array.from({ length: Math.round(1 / step) }, (_, i) => Math.round(i * step * 100) / 100);
  const strengths = [...weaker, 1];
  const misses = [...weaker.map(missAt), missAtFull];
  const least = Math.min(...misses);
  const best = misses.findLastIndex((m) => m <= least + indifferent);
  return { strength: strengths[best], miss: misses[best], missAtFull };
}

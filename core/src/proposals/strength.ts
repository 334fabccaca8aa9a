import type { Look } from '../look/document.ts';
import { totalMiss, type PlateEvaluator } from './plateEvaluator.ts';

/** The strength that suits a plate, and how much is amiss there and at full strength, in units of slack. */
export interface SuitedStrength {
  strength: number;
  miss: number;
  missAtFull: number;
}

/** Strengths are tried in steps of this. */
const step = 0.1;
/** Two strengths this close in what is amiss are equally good; the stronger one is the designer's wish. */
const indifferent = 0.15;

/** The greatest strength of a look at which as little as possible of a plate is amiss. */
export function suitedStrength(evaluator: PlateEvaluator, look: Look): SuitedStrength {
  const missAt = (strength: number) => totalMiss(evaluator.readAll(evaluator.asItIs({ ...look, strength })));
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

import type { Look } from '../look/document.ts';
import type { Reading } from '../readings/reading.ts';
import { type PlateEvaluator, totalMiss } from './plateEvaluator.ts';
import { rounded } from './remedy.ts';

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
  const full = readAt(1);
  const all = totalMiss(full);
  // Where next to nothing is missed at all, no weaker one can be better by more than makes a difference.
  if (all <= indifferent) return { strength: 1, miss: all, missAtFull: all };
  const own = readAt(0);
  const addedBy = (readings: readonly Reading[]) => readings.reduce((sum, r, i) => sum + added(r, own[i]), 0);
  const missAtFull = addedBy(full);
  if (missAtFull <= indifferent) return { strength: 1, miss: missAtFull, missAtFull };
  const between = Array.from({ length: Math.round(1 / step) - 1 }, (_, i) => rounded((i + 1) * step, 2));
  const strengths = [0, ...between, 1];
  // At none of it a look adds nothing.
  const misses = [0, ...between.map((strength) => addedBy(readAt(strength))), missAtFull];
  const least = Math.min(...misses);
  const best = misses.findLastIndex((m) => m <= least + indifferent);
  return { strength: strengths[best], miss: misses[best], missAtFull };
}

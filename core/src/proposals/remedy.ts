import type { PracticeSettings } from '../readings/practice.ts';
import type { Reading } from '../readings/reading.ts';
import type { Change, PlateEvaluator } from './plateEvaluator.ts';

/** Where a change is made: in the shot lane of one plate, or in the look of all. */
export const lanes = {
  shot: { label: 'Shot', about: 'changes this plate alone' },
  look: { label: 'Look', about: 'changes every plate' },
} as const;
export type LaneId = keyof typeof lanes;
export const laneIds = Object.keys(lanes) as LaneId[];

/** A change that a remedy arrives at, in words. */
export interface Answer {
  change: Change;
  /** The change as an order: "Turn skin −4.2°". */
  does: string;
  /** What it costs, or what to check before it is accepted, a sentence each. */
  cautions?: readonly string[];
}

/** Solves a change on a plate, or some to choose from, the first the likeliest; null or none where nothing of this kind helps. */
export type Solve = (
  evaluator: PlateEvaluator,
  now: Change,
  reading: Reading,
) => Answer | readonly Answer[] | null;

/** How a reading that misses its band is mended, in each lane where it can be. One file each. */
export interface Remedy {
  /** The reading it mends. */
  readonly reading: string;
  /** What is wrong, in one plain sentence, from the reading as it is. */
  problem(reading: Reading): string;
  /** Between the sides that the reading can miss on; none where there is one side only. */
  middle?(practice: PracticeSettings): number;
  readonly solve: Partial<Record<LaneId, Solve>>;
}

interface Search {
  evaluator: PlateEvaluator;
  reading: string;
  /** The change for a setting. */
  make: (setting: number) => Change;
  low: number;
  high: number;
  /** The value the reading should get. */
  aim: number;
  /** Readings this near the aim are near enough. */
  within: number;
}

/** Halvings of the range; the last leaves a thousandth of it. */
const rounds = 10;

/**
 * The setting between two limits whose reading comes nearest to the aim, for readings that rise or fall throughout.
 * Null where there is nothing to read.
 */
export function search({ evaluator, reading, make, low, high, aim, within }: Search): number | null {
  const value = (setting: number) => evaluator.read(reading, make(setting)).value;
  const [atLow, atHigh] = [value(low), value(high)];
  if (atLow === null || atHigh === null) return null;
  const rising = atHigh > atLow;
  // Out of reach: the nearer end is the best there is.
  if ((rising ? aim >= atHigh : aim <= atHigh) && atHigh !== atLow) return high;
  if (rising ? aim <= atLow : aim >= atLow) return low;
  for (let i = 0; i < rounds; i++) {
    const middle = (low + high) / 2;
    const now = value(middle);
    if (now === null) return null;
    if (Math.abs(now - aim) <= within) return middle;
    if (now < aim === rising) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A setting as a person would type it. */
export const rounded = (x: number, digits: number) => Number(x.toFixed(digits));

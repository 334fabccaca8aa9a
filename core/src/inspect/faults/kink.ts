import { isCoarse, underBlack } from '../lattice.ts';
import type { FaultKind } from './fault.ts';

/** Least change of slope at one node beyond that of its neighbours, in stops (a ratio, because highlights have small slopes). */
const least = { usual: 0.35, coarse: 0.5 };
/** The same in linear terms, as a share of the local slope: excludes plateaus, where ratios are large and nothing shows. */
const leastUneven = 0.25;
/** Slopes below this share of the steepest one count as equal to it. */
const faintest = 0.01;
/** A corner must exceed the spread of its neighbours this many times. */
const times = 2;
/** Neighbours compared on each side, and how many must lie below. */
const reach = 3;
const fewestBefore = 2;

const median = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
};

/** Nodes between which a channel is not clipped at either end; a clip point is a corner by nature. */
function moving(values: readonly number[]): { first: number; last: number } {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const margin = (high - low) * 1e-4;
  const isHeld = (v: number) => v <= low + margin || v >= high - margin;
  let [first, last] = [0, values.length - 1];
  while (first < last && isHeld(values[first])) first++;
  while (last > first && isHeld(values[last])) last--;
  return { first, last };
}

/** The largest corner of one channel's values, in stops of slope, and its node. */
function corner(values: readonly number[], least: number): { bend: number; at: number } {
  const { first, last } = moving(values);
  const slopes = values.slice(1).map((v, i) => v - values[i]);
  const steepest = Math.max(...slopes.map(Math.abs));
  const stops = slopes.map((s) => Math.log2(Math.max(Math.abs(s), faintest * steepest)));
  const turn = (i: number) => stops[i] - stops[i - 1];
  let worst = { bend: 0, at: 0 };
  for (let i = Math.max(first + 1, Math.ceil(underBlack * (values.length - 1))); i < last; i++) {
    const local = Math.max(Math.abs(slopes[i]), Math.abs(slopes[i - 1]));
    const bend = (k: number) => slopes[k] - slopes[k - 1];
    const uneven = Math.abs(bend(i) - (bend(i - 1) + bend(i + 1)) / 2);
    if (uneven < Math.max(leastUneven * local, faintest * steepest)) continue;
    const near = (side: 1 | -1) =>
      Array.from({ length: reach }, (_, k) => i + side * (k + 1)).filter((k) => k > first && k < last);
    const [before, after] = [near(-1), near(1)];
    if (before.length < fewestBefore || after.length === 0) continue;
    // Where a tint turns a channel round, its slope passes through none.
    const signs = slopes.slice(before.at(-1)! - 1, after.at(-1)! + 1).map(Math.sign);
    if (signs.some((s) => s !== signs[0])) continue;
    // A shoulder turns more with every node, a corner at one of them.
    const around = [...before, ...after].map(turn);
    const beyond = Math.max(turn(i) - Math.max(...around), Math.min(...around) - turn(i));
    const middle = median(around);
    const spread = median(around.map((t) => Math.abs(t - middle)));
    if (beyond > Math.max(least, times * spread, worst.bend)) worst = { bend: beyond, at: i };
  }
  return worst;
}

/** A corner in the tone scale: the slope changes at one place, and not beside it. */
export const kink: FaultKind = {
  id: 'kink',
  label: 'Kinked tones',
  unit: 'of the slope there',
  meaning: 'The tone scale has a corner: an edge shows in soft gradients where light passes it.',
  remedy: 'Round the curve there.',
  find({ neutral, lattice }) {
    const limit = isCoarse(lattice) ? least.coarse : least.usual;
    const channels = [0, 1, 2].map((c) => Array.from(neutral).filter((_, i) => i % 3 === c));
    const worst = channels.map((v) => corner(v, limit)).reduce((a, b) => (b.bend > a.bend ? b : a));
    if (worst.bend === 0) return null;
    const at = worst.at / (lattice.size - 1);
    return { id: this.id, at: [at, at, at], size: 1 - 2 ** -worst.bend };
  },
};

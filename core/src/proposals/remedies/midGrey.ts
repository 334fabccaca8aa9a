import { paramsOf, withParams } from '../../look/edit.ts';
import { defaultGreySignal } from '../../render/presets.ts';
import { signed } from '../../numeric/signed.ts';
import type { Reading } from '../../readings/reading.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';
import { type Answer, type Remedy, rounded, search } from '../remedy.ts';

const aim = defaultGreySignal * 100;

/** Brings a reading to a value by the look's own exposure. */
export function byLookExposure(
  evaluator: PlateEvaluator,
  now: Change,
  { reading, aim, within }: { reading: Reading; aim: number; within: number },
): Answer | null {
  const from = paramsOf(now.look, 'exposure').stops as number;
  const make = (stops: number): Change => ({
    ...now,
    look: withParams(now.look, 'exposure', () => ({ stops: rounded(stops, 2) })),
  });
  const range = { low: Math.max(from - 3, -6), high: Math.min(from + 3, 6) };
  const stops = search({ evaluator, reading: reading.id, make, ...range, aim, within });
  if (stops === null) return null;
  return { change: make(stops), does: `Exposure ${signed(stops - from, 2)} st` };
}

/** Mid-grey is put back by the look's own exposure. */
export const midGrey: Remedy = {
  reading: 'midGrey',
  problem: ({ value, text }) =>
    `The look makes mid-grey ${value! < aim ? 'darker' : 'brighter'} than it came: ${text} instead of ${aim} %.`,
  middle: () => aim,
  solve: { look: (evaluator, now, reading) => byLookExposure(evaluator, now, { reading, aim, within: 0.2 }) },
};

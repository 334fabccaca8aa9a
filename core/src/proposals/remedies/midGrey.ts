import { paramsOf, withParams } from '../../look/edit.ts';
import { defaultGreySignal } from '../../render/presets.ts';
import { signed } from '../../numeric/signed.ts';
import { type Remedy, rounded, search } from '../remedy.ts';

const aim = defaultGreySignal * 100;

/** Mid-grey is put back by the look's own exposure. */
export const midGrey: Remedy = {
  reading: 'midGrey',
  problem: ({ value, text }) =>
    `The look makes mid-grey ${value! < aim ? 'darker' : 'brighter'} than it came: ${text} instead of ${aim} %.`,
  solve(evaluator, now) {
    const from = paramsOf(now.look, 'exposure').stops as number;
    const make = (stops: number) => ({
      ...now,
      look: withParams(now.look, 'exposure', () => ({ stops: rounded(stops, 2) })),
    });
    const range = { low: Math.max(from - 3, -6), high: Math.min(from + 3, 6) };
    const stops = search({ evaluator, reading: 'midGrey', make, ...range, aim, within: 0.2 });
    if (stops === null) return null;
    return { change: make(stops), does: `Exposure of the look ${signed(stops - from, 2)} st` };
  },
};

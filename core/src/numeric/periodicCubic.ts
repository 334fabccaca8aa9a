import { monotoneCubic, type MonotoneCubic } from './monotoneCubic.ts';

/** Turns laid out on either side, so that the middle one has neighbours enough to know nothing of the ends. */
const turnsBeside = 2;

/**
 * Monotone cubic round a circle: the same curve and slope wherever on it the points begin.
 * @param xs rising, all within one period. Throws a RangeError where they are not.
 */
export function periodicCubic(
  xs: readonly number[],
  ys: readonly number[],
  period: number,
): Pick<MonotoneCubic, 'at' | 'slope'> {
  if (xs[xs.length - 1] - xs[0] >= period)
    throw new RangeError(`points of a circle must lie within ${period}`);
  const turns = Array.from({ length: 2 * turnsBeside + 1 }, (_, k) => k - turnsBeside);
  const curve = monotoneCubic(
    turns.flatMap((turn) => xs.map((x) => x + turn * period)),
    turns.flatMap(() => ys),
  );
  const wrapped = (x: number) => x - Math.floor((x - xs[0]) / period) * period;
  return { at: (x) => curve.at(wrapped(x)), slope: (x) => curve.slope(wrapped(x)) };
}

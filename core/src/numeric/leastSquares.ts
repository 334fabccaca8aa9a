import { levenbergMarquardt } from 'ml-levenberg-marquardt';

/** A number that is solved for: where it starts, and its limits. */
interface Free {
  from: number;
  min: number;
  max: number;
}

interface LeastSquares {
  /** Everything that should be 0 at some numbers; as many as `count` says, two at least. */
  faults(x: ArrayLike<number>): ArrayLike<number>;
  count: number;
  unknowns: readonly Free[];
  damping: number;
  /** By how much each number is moved to see what it does. */
  gradientDifference: number | number[];
  maxIterations: number;
  errorTolerance: number;
}

/** The numbers, within their limits, at which the squares of all faults add up to the least (Levenberg–Marquardt). */
export function leastSquares({ faults, count, unknowns, ...options }: LeastSquares): number[] {
  const zeros = Array<number>(count).fill(0);
  return levenbergMarquardt(
    { x: zeros.map((_, i) => i), y: zeros },
    (x) => {
      const now = faults(x);
      return (i) => now[i];
    },
    {
      initialValues: unknowns.map((u) => u.from),
      minValues: unknowns.map((u) => u.min),
      maxValues: unknowns.map((u) => u.max),
      ...options,
    },
  ).parameterValues;
}

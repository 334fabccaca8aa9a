import { expect, test } from 'vitest';
import { leastSquares } from './leastSquares.ts';

const options = { damping: 0.01, gradientDifference: 1e-4, maxIterations: 200, errorTolerance: 1e-14 };

test('the valley of Rosenbrock (1960) is followed to its bottom at 1, 1', () => {
  const [x, y] = leastSquares({
    faults: (v) => [10 * (v[1] - v[0] * v[0]), 1 - v[0]],
    count: 2,
    unknowns: [
      { from: -1.2, min: -5, max: 5 },
      { from: 1, min: -5, max: 5 },
    ],
    ...options,
  });
  expect(x).toBeCloseTo(1, 4);
  expect(y).toBeCloseTo(1, 4);
});

test('a number that would have to leave its limits stays at them', () => {
  const [x] = leastSquares({
    faults: (v) => [v[0] - 3, 2 * (v[0] - 3)],
    count: 2,
    unknowns: [{ from: 0, min: -1, max: 2 }],
    ...options,
  });
  expect(x).toBeCloseTo(2, 6);
});

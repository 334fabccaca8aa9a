import fc from 'fast-check';
import { expect, test } from 'vitest';
import { monotoneCubic } from './monotoneCubic.ts';

/** The rising data set RPN 14 of Fritsch and Carlson 1980, table 1 (from memory). */
const xs = [7.99, 8.09, 8.19, 8.7, 9.2, 10, 12, 15, 20];
const ys = [0, 2.76429e-5, 4.37498e-2, 0.169183, 0.469428, 0.94374, 0.998636, 0.999919, 0.999994];

test('Fritsch and Carlson’s data: through every point, never down, never above 1 as an ordinary spline is', () => {
  const curve = monotoneCubic(xs, ys);
  xs.forEach((x, i) => expect(curve.at(x)).toBeCloseTo(ys[i], 12));
  let before = -Infinity;
  for (let x = 7.99; x <= 20; x += 0.01) {
    const y = curve.at(x);
    expect(y).toBeGreaterThanOrEqual(before);
    expect(y).toBeLessThanOrEqual(1);
    before = y;
  }
});

const points = fc
  .array(
    fc.tuple(fc.double({ min: 0.01, max: 3, noNaN: true }), fc.double({ min: 0.001, max: 3, noNaN: true })),
    {
      minLength: 2,
      maxLength: 20,
    },
  )
  .map((steps) => {
    let [x, y] = [0, 0];
    return steps.map(([dx, dy]) => [(x += dx), (y += dy)] as const);
  });

test('any rising points give a curve that rises, with an inverse', () => {
  fc.assert(
    fc.property(points, fc.double({ min: -0.5, max: 1.5, noNaN: true }), (p, t) => {
      const curve = monotoneCubic(
        p.map((q) => q[0]),
        p.map((q) => q[1]),
      );
      const x = p[0][0] + t * (p[p.length - 1][0] - p[0][0]);
      return curve.slope(x) >= -1e-12 && Math.abs(curve.at(curve.inverse(curve.at(x))) - curve.at(x)) < 1e-9;
    }),
  );
});

test('points that cannot make a curve are refused', () => {
  expect(() => monotoneCubic([1], [1])).toThrow(/two points/);
  expect(() => monotoneCubic([1, 1], [1, 2])).toThrow(/rise in x/);
});

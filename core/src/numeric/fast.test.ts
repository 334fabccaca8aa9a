import { expect, test } from 'vitest';
import { seeded } from './random.ts';
import { fastCbrt, fastExp, fastLog } from './fast.ts';

const uniform = seeded(1);
const every = Array.from({ length: 100_000 }, () => (uniform() - 0.5) * 60);

test('the logarithm is the engine’s within 1e-12, over 52 decades and at whole powers of two', () => {
  const xs = [...every.map(Math.exp), ...Array.from({ length: 81 }, (_, k) => 2 ** (k - 40)), 1 - 1e-9];
  expect(xs.reduce((worst, x) => Math.max(worst, Math.abs(fastLog(x) - Math.log(x))), 0)).toBeLessThan(1e-12);
});

test('the exponential is the engine’s within 1e-12 of its size, and undoes the logarithm', () => {
  const off = (x: number) => Math.abs(fastExp(x) / Math.exp(x) - 1);
  expect(every.reduce((worst, x) => Math.max(worst, off(x)), 0)).toBeLessThan(1e-12);
  for (const x of every.slice(0, 1000)) expect(fastLog(fastExp(x))).toBeCloseTo(x, 10);
});

test('the cube root is the engine’s within 1e-12 of its size, of either sign', () => {
  const off = (x: number) => Math.abs(fastCbrt(x) / Math.cbrt(x) - 1);
  const xs = every.map(Math.exp).flatMap((x) => [x, -x]);
  expect(xs.reduce((worst, x) => Math.max(worst, off(x)), 0)).toBeLessThan(1e-12);
  for (const x of [0, -0, Infinity, NaN, 5e-324]) expect(fastCbrt(x)).toBe(Math.cbrt(x));
});

test('what lies beyond is the engine’s own', () => {
  for (const x of [0, -0, -1, Infinity, NaN, 5e-324, 1e-305, 1e305]) expect(fastLog(x)).toBe(Math.log(x));
  for (const x of [Infinity, -Infinity, NaN, 705, -720, -800]) expect(fastExp(x)).toBe(Math.exp(x));
});

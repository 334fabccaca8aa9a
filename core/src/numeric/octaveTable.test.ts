import { expect, test } from 'vitest';
import { seeded } from './random.ts';
import { OctaveTable } from './octaveTable.ts';

test.each([
  ['a power', (x: number) => x ** 0.42, 6e-7],
  ['a sigmoid', (x: number) => x ** 1.6 / (x ** 1.6 + 0.3), 4e-6],
  // A single carries 24 bits.
  ['a line', (x: number) => 3 * x, 2 ** -24],
])('%s is met closely over twenty octaves, at entries exactly', (_, f, close) => {
  const table = new OctaveTable(f, 2 ** -14, 2 ** 6);
  const uniform = seeded(2);
  for (let i = 0; i < 20_000; i++) {
    const x = 2 ** (20 * uniform() - 14);
    expect(Math.abs(table.at(x) - f(x))).toBeLessThanOrEqual(close * Math.max(Math.abs(f(x)), 0.01));
  }
  for (const x of [2 ** -14, 0.25, 1, 1.5, 63]) expect(table.at(x)).toBeCloseTo(f(x), 12);
});

test('beyond its ends the function itself answers', () => {
  const f = (x: number) => x * Math.abs(x);
  const table = new OctaveTable(f, 2 ** -4, 4);
  for (const x of [-3, 0, 0.01, 4, 100, Infinity]) expect(table.at(x)).toBe(f(x));
  expect(table.at(NaN)).toBeNaN();
});

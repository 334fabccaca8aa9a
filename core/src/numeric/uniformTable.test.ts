import { expect, test } from 'vitest';
import { UniformTable } from './uniformTable.ts';

test('between entries it is off by no more than step² |f″| / 8, at entries exactly', () => {
  const table = new UniformTable(Math.sin, -3, 3, 600);
  let worst = 0;
  for (let x = -3; x <= 3; x += 0.00037) worst = Math.max(worst, Math.abs(table.at(x) - Math.sin(x)));
  expect(worst).toBeLessThan(0.01 ** 2 / 8 + 1e-12);
  expect(worst).toBeGreaterThan(0.01 ** 2 / 10);
  for (const x of [-3, -0.5, 0, 2.25, 3]) expect(table.at(x)).toBeCloseTo(Math.sin(x), 12);
});

test('beyond the ends, the ends hold', () => {
  const table = new UniformTable((x) => 2 * x + 1, 0, 4, 8);
  expect([-1, 0, 4, 5, Infinity, -Infinity].map((x) => table.at(x))).toEqual([1, 1, 9, 9, 9, 1]);
  expect(table.at(NaN)).toBe(1);
});

import { expect, test, vi } from 'vitest';
import { memoizeRecent } from './memoizeRecent.ts';

test('what was made is kept by its arguments, and the oldest goes first', () => {
  const make = vi.fn((a: number, b: { c: number }) => a + b.c);
  const lately = memoizeRecent(2, make);
  expect([lately(1, { c: 1 }), lately(1, { c: 1 }), lately(1, { c: 2 })]).toEqual([2, 2, 3]);
  expect(make).toHaveBeenCalledTimes(2);
  lately(1, { c: 3 });
  lately(1, { c: 2 });
  expect(make).toHaveBeenCalledTimes(3);
  lately(1, { c: 1 });
  expect(make).toHaveBeenCalledTimes(4);
});

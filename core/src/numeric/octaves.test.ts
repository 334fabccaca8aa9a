import fc from 'fast-check';
import { expect, test } from 'vitest';
import { atLinearOctaves, linearOctaves } from './octaves.ts';

test('powers of two are met exactly, and half the way between two of them is halfway', () => {
  for (let k = -30; k <= 30; k++) {
    expect(linearOctaves(2 ** k)).toBe(k);
    expect(linearOctaves(1.5 * 2 ** k)).toBe(k + 0.5);
  }
});

test('it is undone within what a single holds, and is never farther than 0.0861 from the logarithm', () => {
  fc.assert(
    fc.property(fc.double({ min: 1e-6, max: 1e6, noNaN: true }), (x) => {
      const octaves = linearOctaves(x);
      // The straight line between 1 and 2 lies at most 0.0861 under log2 (at 1/ln 2).
      const under = Math.log2(x) - octaves;
      return Math.abs(atLinearOctaves(octaves) / x - 1) < 1e-6 && under > -1e-6 && under < 0.0861;
    }),
  );
});

import { converter } from 'culori';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { transform, type Vec3 } from './matrix.ts';
import { rgbToLms, xyzToOklab } from './oklab.ts';
import { rgbToXyz } from './rgbSpace.ts';
import { ap1, bt709 } from './spaces/index.ts';

/** Ottosson 2020, the table under "Table of example XYZ and Oklab pairs"; three decimals are printed. */
test.each([
  [
    [0.95, 1, 1.089],
    [1, 0, 0],
  ],
  [
    [1, 0, 0],
    [0.45, 1.236, -0.019],
  ],
  [
    [0, 1, 0],
    [0.922, -0.671, 0.263],
  ],
  [
    [0, 0, 1],
    [0.153, -1.415, -0.449],
  ],
] as [Vec3, Vec3][])('XYZ %j is Oklab %j', (xyz, lab) => {
  xyzToOklab(xyz).forEach((v, i) => expect(Math.abs(v - lab[i])).toBeLessThan(0.0006));
});

test('agrees with culori on BT.709 colours', () => {
  const toOklab = converter('oklab');
  const channel = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(channel, channel, channel, (r, g, b) => {
      const theirs = toOklab({ mode: 'lrgb', r, g, b });
      const [L, a, B] = xyzToOklab(transform(rgbToXyz(bt709), [r, g, b]));
      // culori starts from a rounded RGB matrix; the two differ in the fourth decimal at most.
      return Math.hypot(L - theirs.l, a - theirs.a, B - theirs.b) < 4e-4;
    }),
  );
});

test('a working grey has equal cone responses', () => {
  transform(rgbToLms(ap1), [0.18, 0.18, 0.18]).forEach((v) => expect(v).toBeCloseTo(0.18, 12));
});

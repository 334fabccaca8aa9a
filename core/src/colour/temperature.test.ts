import fc from 'fast-check';
import { expect, test } from 'vitest';
import { whiteD65 } from './chromaticity.ts';
import { lightToXy, xyToLight } from './temperature.ts';

test('illuminant A lies on the locus at 2856 K (CIE 15)', () => {
  const { mired, duv } = xyToLight([0.44758, 0.40745]);
  expect(1e6 / mired).toBeGreaterThan(2846);
  expect(1e6 / mired).toBeLessThan(2866);
  expect(Math.abs(duv)).toBeLessThan(0.0005);
});

test('D65 has a correlated temperature of 6504 K and lies 0.0032 above the locus (CIE 15)', () => {
  const { mired, duv } = xyToLight(whiteD65);
  expect(Math.abs(1e6 / mired - 6504)).toBeLessThan(15);
  expect(duv).toBeCloseTo(0.0032, 3);
});

test('a light comes back from its chromaticity', () => {
  const light = fc.record({
    mired: fc.double({ min: 90, max: 500, noNaN: true }),
    duv: fc.double({ min: -0.02, max: 0.02, noNaN: true }),
  });
  fc.assert(
    fc.property(light, (l) => {
      const back = xyToLight(lightToXy(l));
      return Math.abs(back.mired - l.mired) < 0.05 && Math.abs(back.duv - l.duv) < 1e-5;
    }),
  );
});

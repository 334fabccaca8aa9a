import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { characteristic, type CurveParams, curveSchema, speedDensity } from './characteristic.ts';

const amount = (min: number, max: number) => fc.double({ min, max, noNaN: true });
export const curves: fc.Arbitrary<CurveParams> = fc
  .record({
    dMin: amount(0, 1),
    range: amount(0.6, 4),
    gamma: amount(0.3, 5),
    speed: amount(-2, 1),
    toe: amount(0.02, 0.6),
    shoulder: amount(0.02, 1),
  })
  .map(({ range, ...c }) => ({ ...c, dMax: c.dMin + range }));

describe('characteristic curve', () => {
  test('rises everywhere, from Dmin to Dmax', () => {
    fc.assert(
      fc.property(curves, amount(-8, 8), amount(1e-3, 1), (c, x, by) => {
        const { density } = characteristic(c);
        const [a, b] = [density(x), density(x + by)];
        return b >= a && a >= c.dMin - 1e-9 && b <= c.dMax + 1e-9;
      }),
    );
  });

  test('is 0.15 over Dmin at its speed point', () => {
    fc.assert(
      fc.property(curves, (c) => Math.abs(characteristic(c).density(c.speed) - c.dMin - speedDensity) < 1e-6),
    );
  });

  test('is undone by its inverse', () => {
    fc.assert(
      fc.property(curves, amount(0.002, 0.998), (c, share) => {
        const { density, exposure } = characteristic(c);
        const d = c.dMin + share * (c.dMax - c.dMin);
        return Math.abs(density(exposure(d)) - d) < 1e-7;
      }),
    );
  });

  test('its slope is the rise of density, and gamma on a long straight line', () => {
    fc.assert(
      fc.property(curves, amount(-3, 3), (c, x) => {
        const { density, slope } = characteristic(c);
        return Math.abs((density(x + 1e-5) - density(x - 1e-5)) / 2e-5 - slope(x)) < 1e-4 * c.gamma;
      }),
    );
    const long = characteristic({ dMin: 0.1, dMax: 3.1, gamma: 0.6, speed: -1, toe: 0.05, shoulder: 0.05 });
    expect(long.slope(1.2)).toBeCloseTo(0.6, 4);
  });

  test('a curve without room is refused with its place', () => {
    const bad = curveSchema.safeParse({ dMin: 1, dMax: 1.1, gamma: 1, speed: 0, toe: 0.1, shoulder: 0.1 });
    expect(bad.error?.issues[0].path).toEqual(['dMax']);
  });
});

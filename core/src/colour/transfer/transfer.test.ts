import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { acescct } from './acescct.ts';
import { bt1886 } from './bt1886.ts';
import { bt709Curve } from './bt709.ts';
import type { Curve } from './cameraLog.ts';
import { srgbCurve } from './srgb.ts';

const curves: [string, Curve][] = [
  ['ACEScct', acescct],
  ['BT.709', bt709Curve],
  ['sRGB', srgbCurve],
  ['BT.1886', bt1886()],
];

describe.each(curves)('%s', (_, curve) => {
  const linear = fc.double({ min: 1e-4, max: 16, noNaN: true });

  test('inverts', () => {
    fc.assert(
      fc.property(linear, (x) => Math.abs(curve.inverse(curve.forward(x)) - x) < 1e-9 * Math.max(1, x)),
    );
  });

  test('rises', () => {
    fc.assert(fc.property(linear, linear, (a, b) => a >= b || curve.forward(a) < curve.forward(b) + 1e-15));
  });

  test('has the derivative its differences show', () => {
    fc.assert(
      fc.property(linear, (x) => {
        const h = x * 1e-5;
        // A straight toe meets the curve with a small step in slope; the point itself is left out.
        const before = curve.derivative(x - h);
        const after = curve.derivative(x + h);
        if (Math.abs(before - after) > 1e-2 * before) return true;
        const measured = (curve.forward(x + h) - curve.forward(x - h)) / (2 * h);
        return Math.abs(measured - curve.derivative(x)) < 1e-3 * curve.derivative(x);
      }),
    );
  });
});

test('ACEScct values of S-2016-001', () => {
  expect(acescct.forward(0.18)).toBeCloseTo(0.4135884, 7);
  expect(acescct.forward(0)).toBeCloseTo(0.0729055341958355, 12);
  expect(acescct.forward(0.0078125)).toBeCloseTo(0.155251141552511, 12);
  expect(acescct.derivative(0)).toBeCloseTo(10.5402377416545, 9);
  expect(acescct.forward(1)).toBeCloseTo(9.72 / 17.52, 12);
});

test('BT.709 curve at the points of its definition, item 1.2', () => {
  expect(bt709Curve.forward(0.01)).toBeCloseTo(0.045, 12);
  expect(bt709Curve.forward(0.18)).toBeCloseTo(1.099 * 0.18 ** 0.45 - 0.099, 12);
  expect(bt709Curve.forward(1)).toBeCloseTo(1, 12);
});

test('sRGB code 118 is 18 % grey (IEC 61966-2-1)', () => {
  expect(Math.round(srgbCurve.forward(0.18) * 255)).toBe(118);
  expect(srgbCurve.inverse(0.04045)).toBeCloseTo(0.0031308, 6);
});

test('BT.1886 reaches its black and white, and grey between them, by annex 1', () => {
  const display = bt1886(100, 0.1);
  expect(display.inverse(0)).toBeCloseTo(0.1, 9);
  expect(display.inverse(1)).toBeCloseTo(100, 9);
  const a = (100 ** (1 / 2.4) - 0.1 ** (1 / 2.4)) ** 2.4;
  const b = 0.1 ** (1 / 2.4) / (100 ** (1 / 2.4) - 0.1 ** (1 / 2.4));
  expect(display.inverse(0.5)).toBeCloseTo(a * (0.5 + b) ** 2.4, 9);
  expect(display.forward(display.inverse(0.37))).toBeCloseTo(0.37, 12);
});

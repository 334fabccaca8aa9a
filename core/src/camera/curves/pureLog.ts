import { z } from 'zod';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import { pureLogCurve } from '../../colour/transfer/pureLog.ts';
import { defineFamily } from './family.ts';
import { logLetters } from './logLetters.ts';

/**
 * ACEScc's low end (Academy S-2014-003, 4.4.1): under `floor` the logarithm is taken of the mean of light and floor, and
 * no light or less is one code, so that black has one.
 */
function withFloor(p: Parameters<typeof pureLogCurve>[0], floor: number): Curve {
  const curve = pureLogCurve(p);
  const halved = (x: number) => (Math.max(x, 0) + floor) / 2;
  return {
    forward: (x) => curve.forward(x < floor ? halved(x) : x),
    inverse(signal) {
      const x = curve.inverse(signal);
      return x < floor ? 2 * x - floor : x;
    },
    derivative: (x) => (x >= floor ? curve.derivative(x) : x > 0 ? curve.derivative(halved(x)) / 2 : 0),
  };
}

export const pureLog = defineFamily({
  id: 'pureLog',
  label: 'Pure log',
  schema: z.strictObject({
    family: z.literal('pureLog'),
    base: z.number().gt(1).default(2).meta({ label: 'Base' }),
    logSideSlope: z.number().gt(0).meta({ label: 'Log-side slope' }),
    logSideOffset: z.number().meta({ label: 'Log-side offset' }),
    linSideSlope: z.number().gt(0).default(1).meta({ label: 'Lin-side slope' }),
    linSideOffset: z.number().min(0).default(0).meta({ label: 'Lin-side offset' }),
    floor: z.number().gt(0).max(0.01).optional().meta({ label: 'Light halved below' }),
  }),
  make: ({ floor, ...p }) => (floor === undefined ? pureLogCurve(p) : withFloor(p, floor)),
  example: {
    family: 'pureLog',
    base: 2,
    logSideSlope: 1 / 17.52,
    logSideOffset: 9.72 / 17.52,
    linSideSlope: 1,
    linSideOffset: 0,
  },
  equation: {
    lines: [
      'y = a·logₙ(c·x + d) + b',
      'y = a·logₙ(c·(max(x, 0) + f)/2 + d) + b  for x < f, where f is given',
    ],
    letters: { ...logLetters, floor: 'f' },
  },
  citation:
    'Common LUT Format, Academy S-2014-006: linToLog with camera parameters; low end of ACEScc, S-2014-003',
});

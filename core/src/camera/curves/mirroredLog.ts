import { z } from 'zod';
import { mirrored } from '../../colour/transfer/mirrored.ts';
import { defineFamily } from './family.ts';
import { logLetters } from './logLetters.ts';
import { fastExp, fastLog } from '../../numeric/fast.ts';

/** A logarithm for light from 0 up, turned about its own black point for what lies below. */
export const mirroredLog = defineFamily({
  id: 'mirroredLog',
  label: 'Mirrored log',
  schema: z.strictObject({
    family: z.literal('mirroredLog'),
    base: z.number().gt(1).default(10).meta({ label: 'Base' }),
    logSideSlope: z.number().gt(0).meta({ label: 'Log-side slope' }),
    logSideOffset: z.number().meta({ label: 'Log-side offset' }),
    linSideSlope: z.number().gt(0).meta({ label: 'Lin-side slope' }),
    linSideOffset: z.number().gt(0).default(1).meta({ label: 'Lin-side offset' }),
  }),
  make({ base, logSideSlope, logSideOffset, linSideSlope, linSideOffset }) {
    const k = logSideSlope / Math.log(base);
    const inside = (x: number) => linSideSlope * x + linSideOffset;
    return mirrored({
      forward: (x) => k * fastLog(inside(x)) + logSideOffset,
      inverse: (y) => (fastExp((y - logSideOffset) / k) - linSideOffset) / linSideSlope,
      derivative: (x) => (k * linSideSlope) / inside(x),
    });
  },
  example: {
    family: 'mirroredLog',
    base: 10,
    logSideSlope: 0.3,
    logSideOffset: 0.07,
    linSideSlope: 28,
    linSideOffset: 1,
  },
  equation: {
    lines: ['y = a·logₙ(c·x + d) + b  for x ≥ 0', 'y = 2·(a·logₙ(d) + b) − (a·logₙ(d − c·x) + b)  for x < 0'],
    letters: logLetters,
  },
  citation: 'Stated formula; no published instance',
});

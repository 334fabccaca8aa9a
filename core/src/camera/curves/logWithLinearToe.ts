import { z } from 'zod';
import { acescctParams } from '../../colour/transfer/acescct.ts';
import { cameraLog } from '../../colour/transfer/cameraLog.ts';
import { defineFamily } from './family.ts';
import { logLetters } from './logLetters.ts';

export const logSchema = z.strictObject({
  family: z.literal('logWithLinearToe'),
  base: z.number().gt(1).default(2).meta({ label: 'Base' }),
  logSideSlope: z.number().gt(0).meta({ label: 'Log-side slope' }),
  logSideOffset: z.number().meta({ label: 'Log-side offset' }),
  linSideSlope: z.number().gt(0).default(1).meta({ label: 'Lin-side slope' }),
  linSideOffset: z.number().min(0).default(0).meta({ label: 'Lin-side offset' }),
  linSideBreak: z.number().meta({ label: 'Lin-side break' }),
  linearSlope: z.number().gt(0).optional().meta({ label: 'Linear slope' }),
});

export const logWithLinearToe = defineFamily({
  id: 'logWithLinearToe',
  label: 'Log with linear toe',
  schema: logSchema.refine((p) => p.linSideSlope * p.linSideBreak + p.linSideOffset > 0, {
    path: ['linSideBreak'],
    message: 'linSideSlope × linSideBreak + linSideOffset must be above 0, or the log has no value there',
  }),
  make: cameraLog,
  example: { family: 'logWithLinearToe', ...acescctParams },
  equation: {
    lines: ['y = a·logₙ(c·x + d) + b  for x > k', 'y = s·(x − k) + a·logₙ(c·k + d) + b  for x ≤ k'],
    letters: { ...logLetters, linSideBreak: 'k', linearSlope: 's' },
  },
  citation: 'Common LUT Format, Academy S-2014-006: cameraLinToLog',
});

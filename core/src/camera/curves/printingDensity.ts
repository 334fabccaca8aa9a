import { z } from 'zod';
import { pureLogCurve } from '../../colour/transfer/pureLog.ts';
import { defineFamily } from './family.ts';

/** Codes are counted in ten bits, as the scanners' sheets do. */
const top = 1023;

/**
 * Code as printing density of a negative: equal steps of density, a reference white and black, and the gamma of the
 * negative. Light is 10^(density / gamma) over white, less the light of the black code, so that black decodes to 0.
 */
export const printingDensity = defineFamily({
  id: 'printingDensity',
  label: 'Printing-density log',
  schema: z.strictObject({
    family: z.literal('printingDensity'),
    densityPerCode: z.number().gt(0).max(0.1).default(0.002).meta({ label: 'Density per 10-bit step' }),
    gamma: z.number().gt(0).max(3).default(0.6).meta({ label: 'Gamma of the negative' }),
    whiteCode: z.number().gt(0).max(top).default(685).meta({ label: 'White code' }),
    blackCode: z.number().min(0).max(top).default(95).meta({ label: 'Black code' }),
  }),
  make({ densityPerCode, gamma, whiteCode, blackCode }) {
    const black = 10 ** (((blackCode - whiteCode) * densityPerCode) / gamma);
    return pureLogCurve({
      base: 10,
      logSideSlope: gamma / (densityPerCode * top),
      logSideOffset: whiteCode / top,
      linSideSlope: 1 - black,
      linSideOffset: black,
    });
  },
  example: { family: 'printingDensity', densityPerCode: 0.002, gamma: 0.6, whiteCode: 685, blackCode: 95 },
  equation: {
    lines: ['K = 10^((b − w)·δ/g)', 'y = (w + g/δ·log₁₀((1 − K)·x + K))/1023'],
    letters: { densityPerCode: 'δ', gamma: 'g', whiteCode: 'w', blackCode: 'b' },
  },
  citation: 'SMPTE ST 268 (DPX) practice: 0.002 density a step, white 685, black 95, gamma 0.6',
});

import { z } from 'zod';
import { hlgCurve } from '../../colour/transfer/hlg.ts';
import { scaled } from '../../colour/transfer/scaled.ts';
import { defineFamily } from './family.ts';

export const hybridLogGamma = defineFamily({
  id: 'hybridLogGamma',
  label: 'Hybrid log-gamma',
  schema: z.strictObject({
    family: z.literal('hybridLogGamma'),
    /** BT.2408-4 table 1: a 100 % reflectance white is 75 % HLG, which puts 18 % grey at 38 %. */
    whiteSignal: z.number().gt(0).max(1).default(0.75).meta({ label: 'Signal of 100 % reflectance' }),
  }),
  make: ({ whiteSignal }) => scaled(hlgCurve, hlgCurve.inverse(whiteSignal)),
  example: { family: 'hybridLogGamma', whiteSignal: 0.75 },
  equation: {
    lines: [
      'e = (exp((w − 0.55991073)/0.17883277) + 0.28466892)/12  for w > 0.5',
      'e = w·w/3  for w ≤ 0.5',
      'y = sqrt(3·e·x)  for e·x ≤ 1/12',
      'y = 0.17883277·ln(12·e·x − 0.28466892) + 0.55991073  for e·x > 1/12',
    ],
    letters: { whiteSignal: 'w' },
  },
  citation: 'ITU-R BT.2100-2 table 5; levels of ITU-R BT.2408-4 table 1',
});

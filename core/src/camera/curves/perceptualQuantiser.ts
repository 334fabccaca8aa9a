import { z } from 'zod';
import { pqCurve, pqPeak } from '../../colour/transfer/pq.ts';
import { scaled } from '../../colour/transfer/scaled.ts';
import { defineFamily } from './family.ts';

export const perceptualQuantiser = defineFamily({
  id: 'perceptualQuantiser',
  label: 'Perceptual quantiser',
  schema: z.strictObject({
    family: z.literal('perceptualQuantiser'),
    /** BT.2408-4 table 1: 203 cd/m² for a 100 % reflectance white. */
    whiteLuminance: z
      .number()
      .gt(0)
      .max(pqPeak)
      .default(203)
      .meta({ label: 'Luminance of 100 % reflectance', unit: 'cd/m²' }),
  }),
  make: ({ whiteLuminance }) => scaled(pqCurve, whiteLuminance / pqPeak),
  example: { family: 'perceptualQuantiser', whiteLuminance: 203 },
  equation: {
    lines: ['p = (x·w/10000)^0.1593017578125', 'y = ((0.8359375 + 18.8515625·p)/(1 + 18.6875·p))^78.84375'],
    letters: { whiteLuminance: 'w' },
  },
  citation: 'SMPTE ST 2084:2014; levels of ITU-R BT.2408-4 table 1',
});

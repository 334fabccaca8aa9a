import { z } from 'zod';
import { bt1886, bt1886Gamma } from '../../colour/transfer/bt1886.ts';
import { bt709Curve, bt709Params } from '../../colour/transfer/bt709.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import { powerToe, type PowerToeParams } from '../../colour/transfer/powerToe.ts';
import { srgbCurve, srgbParams } from '../../colour/transfer/srgb.ts';
import { defineFamily } from './family.ts';

const standards: Record<'bt709' | 'bt1886' | 'srgb', Curve> = {
  bt709: bt709Curve,
  bt1886: bt1886(),
  srgb: srgbCurve,
};

/** A power with a straight toe, in words. @param exponent as its standard writes it. */
const toed = ({ a, slope, linearBreak }: PowerToeParams, exponent: string) =>
  `y = ${1 + a}·x^${exponent} − ${a}, and ${slope}·x for x ≤ ${linearBreak}`;

export const videoGamma = defineFamily({
  id: 'videoGamma',
  label: 'Video gamma',
  schema: z
    .strictObject({
      family: z.literal('videoGamma'),
      standard: z.enum(['bt709', 'bt1886', 'srgb', 'power']).meta({ label: 'Standard' }),
      gamma: z.number().gt(0).max(5).optional().meta({ label: 'Gamma of a pure power' }),
    })
    .refine((p) => (p.standard === 'power') === (p.gamma !== undefined), {
      path: ['gamma'],
      message: 'gamma goes with standard "power", and only with it',
    }),
  make: (p) =>
    p.standard === 'power'
      ? powerToe({ gamma: p.gamma!, a: 0, slope: 1, linearBreak: 0 })
      : standards[p.standard],
  example: { family: 'videoGamma', standard: 'bt709' },
  equation: {
    lines: [
      `bt709: ${toed(bt709Params, '0.45')}`,
      `bt1886: y = x^(1/${bt1886Gamma})`,
      `srgb: ${toed(srgbParams, `(1/${srgbParams.gamma})`)}`,
      'power: y = x^(1/g)',
    ],
    letters: { gamma: 'g' },
  },
  citation: 'ITU-R BT.709-6 item 1.2; ITU-R BT.1886 annex 1; IEC 61966-2-1',
});

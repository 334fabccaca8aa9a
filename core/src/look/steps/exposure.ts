import { z } from 'zod';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';

const scale = (gain: number) => (rgb: Float32Array) => {
  for (let i = 0; i < rgb.length; i++) rgb[i] *= gain;
};

/** A change of light in stops, the same for all channels. */
export const exposure = defineStep({
  id: 'exposure',
  label: 'Exposure',
  schema: z.strictObject({
    stops: z.number().min(-6).max(6).default(0).meta({ label: 'Exposure', unit: 'st', step: 0.05 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.stops === 0,
  summary: (p) => `${signed(p.stops, 2)} st`,
  compile: (p) => ({ run: scale(2 ** p.stops), inverse: scale(2 ** -p.stops) }),
});

import { z } from 'zod';
import { compressGamut } from '../../colour/gamutCompression.ts';
import { defineStep } from './step.ts';

/** The reference gamut compression as a step of its own, for looks that need a bounded gamut further on. */
export const gamutCompression = defineStep({
  id: 'gamutCompression',
  label: 'Gamut compression',
  schema: z.strictObject({
    amount: z.number().min(0).max(1).default(0).meta({ label: 'Gamut compression', unit: '×', step: 0.05 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.amount === 0,
  summary: (p) => p.amount.toFixed(2),
  compile: (p) => ({
    run(rgb) {
      const before = p.amount < 1 ? Float32Array.from(rgb) : undefined;
      compressGamut(rgb);
      if (before) for (let i = 0; i < rgb.length; i++) rgb[i] = before[i] + p.amount * (rgb[i] - before[i]);
    },
  }),
});

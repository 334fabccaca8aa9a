import { z } from 'zod';
import { diagonal, multiply } from '../../colour/matrix.ts';
import { lmsToOklab, oklabToLms } from '../../colour/oklab.ts';
import { transformCones } from '../../colour/oklabPixels.ts';
import { defineStep } from './step.ts';

/**
 * Scales Oklab chroma. Oklab is a cube root, so the result is the same at every exposure and light above 1
 * needs no care. A scaled a, b is one 3×3 between the cube roots.
 */
function scaleChroma(amount: number) {
  const m = multiply(oklabToLms, diagonal([1, amount, amount]), lmsToOklab);
  return (rgb: Float32Array) => transformCones(rgb, m);
}

/** Saturation: Oklab chroma times a factor, lightness and hue kept. */
export const saturation = defineStep({
  id: 'saturation',
  label: 'Saturation',
  schema: z.strictObject({
    amount: z.number().min(0).max(3).default(1).meta({ label: 'Saturation', unit: '×', step: 0.01 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.amount === 1,
  summary: (p) => p.amount.toFixed(2),
  compile: (p) => ({
    run: scaleChroma(p.amount),
    ...(p.amount > 0 ? { inverse: scaleChroma(1 / p.amount) } : {}),
  }),
});

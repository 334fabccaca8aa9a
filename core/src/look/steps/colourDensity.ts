import { z } from 'zod';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';
import { twoTo } from '../../colour/power.ts';

/** Colour density: saturated colours grow darker, as dyes do (+), or lighter (−). Greys and hue stay. */
export const colourDensity = defineStep({
  id: 'colourDensity',
  label: 'Colour density',
  schema: z.strictObject({
    amount: z.number().min(-2).max(2).default(0).meta({ label: 'Colour density', unit: 'st', step: 0.02 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.amount === 0,
  summary: (p) => `${signed(p.amount, 2)} st`,
  compile: (p) => ({
    run(rgb) {
      for (let i = 0; i < rgb.length; i += 3) {
        const most = Math.max(rgb[i], rgb[i + 1], rgb[i + 2]);
        if (most <= 0) continue;
        const spread = (most - Math.min(rgb[i], rgb[i + 1], rgb[i + 2])) / most;
        // Beyond the gamut a colour counts as fully saturated.
        const gain = twoTo(-p.amount * Math.min(spread, 1));
        rgb[i] *= gain;
        rgb[i + 1] *= gain;
        rgb[i + 2] *= gain;
      }
    },
    // Scaling a colour keeps its spread, so the same step with the other sign takes it back.
    inverse(rgb) {
      colourDensity.compile({ amount: -p.amount }).run(rgb);
    },
  }),
});

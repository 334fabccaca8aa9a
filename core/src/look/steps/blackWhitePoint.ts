import { z } from 'zod';
import { stopsToLinear } from '../../colour/exposure.ts';
import { power } from '../../colour/power.ts';
import { defineStep } from './step.ts';

/** Stops over mid-grey from which a ceiling does nothing that could be seen. */
export const noCeiling = 12;
/** How sharply light meets the ceiling. */
const sharpness = 2;

/** Black and white point: light added to everything, which fades blacks, and a ceiling that whites lean against. */
export const blackWhitePoint = defineStep({
  id: 'blackWhitePoint',
  label: 'Black and white point',
  schema: z.strictObject({
    black: z.number().min(-1).max(5).default(0).meta({ label: 'Black', unit: '%', step: 0.05 }),
    ceiling: z
      .number()
      .min(1)
      .max(noCeiling)
      .default(noCeiling)
      .meta({ label: 'White ceiling', unit: 'st', step: 0.1 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.black === 0 && p.ceiling === noCeiling,
  summary: (p) => `${p.black.toFixed(2)} %`,
  compile(p) {
    const lift = p.black / 100;
    const top = stopsToLinear(p.ceiling);
    const held = p.ceiling < noCeiling;
    return {
      run(rgb) {
        for (let i = 0; i < rgb.length; i++) {
          const x = rgb[i] + lift;
          rgb[i] = held && x > 0 ? x / power(1 + power(x / top, sharpness), 1 / sharpness) : x;
        }
      },
      inverse(rgb) {
        for (let i = 0; i < rgb.length; i++) {
          const y = rgb[i];
          const open =
            held && y > 0 ? y / power(Math.max(1 - power(y / top, sharpness), 1e-9), 1 / sharpness) : y;
          rgb[i] = open - lift;
        }
      },
    };
  },
});

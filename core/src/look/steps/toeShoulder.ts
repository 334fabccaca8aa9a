import { z } from 'zod';
import { midGrey } from '../../colour/exposure.ts';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';
import { logTwo } from '../../colour/power.ts';

/** Stops over which a bend comes in. */
const softness = 0.8;
/** Light under this many stops takes the gain of that place, so that black stays put. */
const lowest = -12;
const highest = 12;
const perStop = 32;

const softplus = (x: number) => (x > 30 ? x : Math.log1p(Math.exp(x)));

/** Stops in → stops out: straight in the middle, bent below the toe and above the shoulder. */
function bend(p: { toe: number; toeAt: number; shoulder: number; shoulderAt: number }, s: number): number {
  const below = softness * softplus((p.toeAt - s) / softness);
  const above = softness * softplus((s - p.shoulderAt) / softness);
  // What the bends do to mid-grey is taken off, so that it stays.
  const atGrey =
    p.toe * softness * softplus(p.toeAt / softness) -
    p.shoulder * softness * softplus(-p.shoulderAt / softness);
  return s + p.toe * below - p.shoulder * above - atGrey;
}

/**
 * Toe and shoulder: how fast the shadows and the highlights run out, in stops out per stop in. A positive toe holds
 * shadows up, a negative one lets them fall; a positive shoulder holds highlights down. Mid-grey stays.
 */
export const toeShoulder = defineStep({
  id: 'toeShoulder',
  label: 'Toe and shoulder',
  schema: z.strictObject({
    toe: z.number().min(-0.9).max(0.9).default(0).meta({ label: 'Toe', unit: '', step: 0.02 }),
    shoulder: z.number().min(-0.9).max(0.9).default(0).meta({ label: 'Shoulder', unit: '', step: 0.02 }),
    toeAt: z.number().min(-8).max(-0.5).default(-3).meta({ label: 'Toe from', unit: 'st', step: 0.1 }),
    shoulderAt: z.number().min(0.5).max(6).default(2).meta({ label: 'Shoulder from', unit: 'st', step: 0.1 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.toe === 0 && p.shoulder === 0,
  summary: (p) => `${signed(p.toe, 2)} ${signed(p.shoulder, 2)}`,
  compile(p) {
    const size = (highest - lowest) * perStop + 1;
    const gains = new Float64Array(size + 1);
    for (let i = 0; i <= size; i++) {
      const s = lowest + i / perStop;
      gains[i] = 2 ** (bend(p, s) - s);
    }
    return {
      run(rgb) {
        for (let i = 0; i < rgb.length; i++) {
          const stops = rgb[i] > 0 ? logTwo(rgb[i] / midGrey) : lowest;
          const at = Math.min(Math.max((stops - lowest) * perStop, 0), size - 1);
          const k = at | 0;
          rgb[i] *= gains[k] + (at - k) * (gains[k + 1] - gains[k]);
        }
      },
    };
  },
});

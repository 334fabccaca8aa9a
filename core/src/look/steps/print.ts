import { z } from 'zod';
import { carriedDensities } from '../../film/negative.ts';
import {
  type NegativeOutput,
  makePrint,
  middleLight,
  pointsPerCameraStop,
  timeLights,
  type Lights,
} from '../../film/print.ts';
import { prints } from '../../film/prints.ts';
import { printSchema } from '../../film/stock.ts';
import { sequence } from '../../numeric/passes.ts';
import { restContext } from '../context.ts';
import { defineStep } from './step.ts';

const light = (label: string) =>
  z.number().min(-25).max(75).default(middleLight).meta({ label, unit: 'pt', step: 1 });
const softness = (label: string) =>
  z.number().min(0).max(1).default(0).meta({ label, unit: '×', step: 0.02 });

export const printStepSchema = z.strictObject({
  stock: printSchema.nullable().default(null),
  /** Lights as they stand, for a print whose timer is off. */
  locked: z.boolean().default(false),
  red: light('Red light'),
  green: light('Green light'),
  blue: light('Blue light'),
  density: z.number().min(-24).max(24).default(0).meta({ label: 'Print density', unit: 'pt', step: 0.5 }),
  contrast: z.number().min(0.6).max(1.5).default(1).meta({ label: 'Print contrast', unit: '×', step: 0.01 }),
  blackSoft: softness('Soft blacks'),
  whiteSoft: softness('Soft whites'),
  silver: softness('Silver kept'),
});
export type PrintParams = z.output<typeof printStepSchema>;

/** The lights a print is made with: those it holds where they are locked, else the timer's. */
export function lightsOf(p: PrintParams, grey: NegativeOutput['grey']): Lights {
  if (p.locked || !p.stock) return [p.red, p.green, p.blue];
  return timeLights(p.stock, p, grey);
}

/**
 * Print: prints what the negative carries (or scene light, as from a straight negative) and shows it. The print is then
 * the rendering: what the look's own rendering does to it is taken out beforehand, so its colours reach the display as
 * they are, but for the last tenth of the display's gamut, where a rendering cannot be undone.
 */
export const print = defineStep({
  id: 'print',
  label: 'Print',
  worth: `${pointsPerCameraStop.toFixed(1)} points are a camera stop; + light is lighter, + density darker`,
  schema: printStepSchema,
  keeps: { neutral: false, luminance: false },
  usesContext: true,
  start: { stock: prints[0] },
  isNeutral: (p) => p.stock === null,
  summary: (p) => p.stock?.name ?? 'none',
  compile(p, { rendering, negativeOutput } = restContext()) {
    if (!p.stock) return { run: () => {} };
    // The rendering has no darker black than its own.
    const black = rendering.tone.forward(0) / rendering.white;
    const toPrint = makePrint(p.stock, p, lightsOf(p, negativeOutput.grey), negativeOutput.base, black);
    const fromDensities = sequence(toPrint, rendering.inverseLight);
    return { fromDensities, run: sequence(carriedDensities, fromDensities) };
  },
});

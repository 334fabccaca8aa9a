import { z } from 'zod';
import { negatives } from '../../film/negatives.ts';
import { developNegative, exposeNegative } from '../../film/negative.ts';
import { negativeSchema } from '../../film/stock.ts';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';

export const negativeStepSchema = z.strictObject({
  /** The stock itself, so that a look does not change when a stock that ships does. */
  stock: negativeSchema.nullable().default(null),
  index: z.number().min(-3).max(3).default(0).meta({ label: 'Exposed over', unit: 'st', step: 0.1 }),
  push: z.number().min(-2).max(2).default(0).meta({ label: 'Push', unit: 'st', step: 0.1 }),
});
export type NegativeParams = z.output<typeof negativeStepSchema>;

/**
 * Negative: exposes and develops a stock. What comes out is scene light as a straight negative of gamma 0.6 would hold
 * it: it goes on to a print, or to the rendering as a scan would.
 */
export const negative = defineStep({
  id: 'negative',
  label: 'Negative',
  schema: negativeStepSchema,
  keeps: { neutral: false, luminance: false },
  carries: true,
  start: { stock: negatives[0] },
  isNeutral: (p) => p.stock === null,
  summary: (p) => (p.stock ? `${p.stock.name}${p.push ? ` ${signed(p.push, 1)}` : ''}` : 'none'),
  compile({ stock, index, push }) {
    if (!stock) return { run: () => {} };
    return {
      run: exposeNegative(stock, { index, push }),
      toDensities: developNegative(stock, { index, push }),
    };
  },
});

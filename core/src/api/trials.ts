import { z } from 'zod';

/** An order for a run of a board, as server and browser speak of it. */
export const trialOrderSchema = z.strictObject({
  trial: z.unknown(),
  /** Whether the range over which each look holds is searched for, too. */
  endurance: z.boolean().default(true),
});
export type TrialOrder = z.input<typeof trialOrderSchema>;

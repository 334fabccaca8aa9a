import { z } from 'zod';
import { practiceSchema } from '@velvet-dusk/core/readings/practice';
import { displaySchema } from '@velvet-dusk/core/render/display';
import { gateSchema } from '@velvet-dusk/core/trial/gate';

/** What a trial is ordered with. */
export const trialPayloadSchema = z.object({
  kind: z.literal('velvet-dusk/trial-order'),
  schemaVersion: z.literal(1),
  project: z.string(),
  /** Documents of whatever version was current then; they are migrated when they are read. */
  trial: z.looseObject({ name: z.string() }),
  /** Looks by their names on the board. */
  looks: z.array(z.object({ key: z.string(), id: z.string(), name: z.string(), version: z.number().int() })),
  profiles: z.array(z.looseObject({ id: z.string() })),
  practice: practiceSchema,
  display: displaySchema,
  gate: gateSchema.nullable(),
  endurance: z.boolean(),
});
export type TrialPayload = z.output<typeof trialPayloadSchema>;

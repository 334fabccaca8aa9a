import { z } from 'zod';
import { type Trial, trialSchema } from '../trial/document.ts';
import { unreadableSchema } from './contract.ts';

/** An order for a run of a board, as server and browser speak of it. */
export const trialOrderSchema = z.strictObject({
  trial: z.unknown(),
  /** Whether the range over which each look holds is searched for, too. */
  endurance: z.boolean().default(true),
});
export type TrialOrder = z.input<typeof trialOrderSchema>;

/** An order to measure a look over a clip. */
export const clipOrderSchema = z.strictObject({
  clipId: z.string(),
  lookId: z.string(),
  profileId: z.string(),
  /** Whether the graded clip is written, too, and with the look's texture. */
  proof: z.enum(['none', 'plain', 'textured']).default('none'),
});
export type ClipOrder = z.input<typeof clipOrderSchema>;

/** The board of a project as it is kept. */
export const boardRecordSchema = z.object({
  revision: z.number().int(),
  updatedAt: z.string(),
  document: trialSchema as unknown as z.ZodType<Trial>,
});
export type BoardRecord = z.output<typeof boardRecordSchema>;

/** The board of a project, null where none was laid out yet, and those that could not be read. */
export const keptBoardSchema = z.object({
  board: boardRecordSchema.nullable(),
  unreadable: z.array(unreadableSchema),
});

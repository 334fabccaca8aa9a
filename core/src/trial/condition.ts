import { z } from 'zod';
import { largestGrid, smallestGrid } from '../lut/cube.ts';

/** Codes taken for what they are not: a recording in full range read as narrow, and the other way round. */
export const rangeMistakes = ['none', 'full-as-narrow', 'narrow-as-full'] as const;

/** What one cell of a trial does to a plate on its way to the picture. */
export const conditionSchema = z.strictObject({
  plateId: z.string(),
  lookId: z.string(),
  /** Strength of the look, 0–1; null for the look's own. */
  strength: z.number().min(0).max(1).nullable().default(null),
  /** Stops by which the camera was set over (+) or under (−). */
  exposure: z.number().min(-8).max(8).default(0),
  /** How far the light was from the white the camera was set to: + mired warmer, + Duv greener. */
  mired: z.number().min(-300).max(300).default(0),
  duv: z.number().min(-0.1).max(0.1).default(0),
  /** EI the camera was set to; null for its first base. */
  sensitivity: z.number().min(25).max(409_600).nullable().default(null),
  /** Noise as a share of the sensor's own. */
  noise: z.number().min(0).max(16).default(1),
  /** Bits that were written; null for the camera's own. */
  bitDepth: z
    .union([z.literal(8), z.literal(10), z.literal(12)])
    .nullable()
    .default(null),
  /** Another camera that recorded the same light; null for the plate's own. */
  recordedBy: z.string().nullable().default(null),
  /** A profile the codes are taken for; null for the one that recorded them. */
  readAs: z.string().nullable().default(null),
  /** IDs of film stocks that stand in the place of the look's own. Boards of before say nothing of them, and stay as they are. */
  negative: z.string().optional(),
  print: z.string().optional(),
  rangeMistake: z.enum(rangeMistakes).default('none'),
  grid: z.int().min(smallestGrid).max(largestGrid).default(33),
  interpolation: z.enum(['tetrahedral', 'trilinear']).default('tetrahedral'),
});
export type Condition = z.output<typeof conditionSchema>;

/** A plate under a look with nothing changed. */
export const atRest = (plateId: string, lookId: string): Condition =>
  conditionSchema.parse({ plateId, lookId });

/** Is a plate left as it was recorded? Then it is not recorded again. */
export const isAsRecorded = ({
  exposure,
  mired,
  duv,
  sensitivity,
  noise,
  bitDepth,
  recordedBy,
}: Condition): boolean =>
  exposure === 0 &&
  mired === 0 &&
  duv === 0 &&
  noise === 1 &&
  sensitivity === null &&
  bitDepth === null &&
  recordedBy === null;

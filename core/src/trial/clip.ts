import { z } from 'zod';
import { checkDocument, migrate } from '../document.ts';
import { practiceSchema } from '../readings/practice.ts';
import { cellResultSchema } from './result.ts';

const clipKind = 'velvet-dusk/clip-readings';
const clipVersion = 1;

/** Frames of a clip that are measured at most; of longer ones every n-th. */
export const maxMeasured = 240;
/** Every how many frames are measured. */
export const measuredStep = (frames: number): number => Math.max(1, Math.ceil(frames / maxMeasured));

const schema = z.strictObject({
  kind: z.literal(clipKind),
  schemaVersion: z.literal(clipVersion),
  clip: z.string(),
  rate: z.number(),
  look: z.strictObject({ id: z.string(), name: z.string(), version: z.number().int() }),
  profile: z.strictObject({ id: z.string(), name: z.string() }),
  practice: practiceSchema,
  /** Pixels of a picture on the sheet of frames, and pictures side by side on it. */
  strip: z.strictObject({
    width: z.number().int(),
    height: z.number().int(),
    columns: z.number().int().min(1),
  }),
  frames: z.array(z.strictObject({ frame: z.number().int(), readings: cellResultSchema.shape.readings })),
});

/** Readings of a look over the frames of a clip. */
export type ClipReadings = z.output<typeof schema>;

/** Throws a DocumentError that says where. */
export const parseClipReadings = (value: unknown, file: string): ClipReadings =>
  checkDocument(schema, migrate(value, { kind: clipKind, version: clipVersion, migrations: {}, file }), file);

/** A stretch of measured frames in which a reading lies outside its band. */
export interface OutOfBand {
  id: string;
  /** Frames of the clip, both within. */
  from: number;
  to: number;
}

/** Where readings leave their bands and come back, the reading with the longest stretch first. */
export function outOfBand({ frames }: Pick<ClipReadings, 'frames'>): OutOfBand[] {
  const open = new Map<string, OutOfBand>();
  const found: OutOfBand[] = [];
  for (const { frame, readings } of frames)
    for (const { id, verdict } of readings) {
      const known = open.get(id);
      if (verdict === 'fails') {
        if (known) known.to = frame;
        else {
          const stretch = { id, from: frame, to: frame };
          open.set(id, stretch);
          found.push(stretch);
        }
      } else open.delete(id);
    }
  return found.sort((a, b) => b.to - b.from - (a.to - a.from));
}

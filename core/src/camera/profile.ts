import { z } from 'zod';
import { checkDocument, DocumentError } from '../document.ts';
import { rgbToXyz } from '../colour/rgbSpace.ts';
import { curveSchema } from './curves/index.ts';

const xy = z.tuple([z.number(), z.number().gt(0)]);
const id = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'lower-case letters, digits and dashes, as in the file name');

const sensitivitySchema = z.strictObject({
  base: z.number().gt(0).meta({ label: 'Base sensitivity', unit: 'EI' }),
  /** What post can still reach from a clip of this base. */
  from: z.number().gt(0),
  to: z.number().gt(0),
  /** Photons counted at mid-grey by one pixel at this base: sets the photon noise. */
  photonsAtGrey: z.number().gt(0).default(2500),
  /** Noise of the read-out, in electrons. */
  readNoise: z.number().min(0).default(4),
});

const checkRow = z.strictObject({
  reflectance: z.number().meta({ unit: '%' }),
  code10: z.number().meta({ label: '10-bit full' }),
});

export const profileSchema = z.strictObject({
  kind: z.literal('velvet-dusk/profile'),
  schemaVersion: z.literal(1),
  id,
  name: z.string().min(1),
  camera: z.string().default(''),
  curve: curveSchema,
  primaries: z.strictObject({ red: xy, green: xy, blue: xy }),
  white: xy,
  bitDepth: z.union([z.literal(8), z.literal(10), z.literal(12), z.literal(16)]),
  range: z.enum(['full', 'narrow']),
  sensitivities: z.array(sensitivitySchema).default([]),
  sensor: z.strictObject({
    /** Stops above mid-grey at which the sensor clips. */
    clipStops: z.number().gt(0).max(16),
    /** Stops below mid-grey that are still usable. */
    floorStops: z.number().lt(0).min(-20),
  }),
  checkTable: z.array(checkRow).default([]),
  notes: z.string().default(''),
  citation: z.string().default(''),
});

/** How a camera encodes light: the document behind every plate and every camera LUT. */
export type Profile = z.output<typeof profileSchema>;

/**
 * Checks a parsed profile document. @param file the name used in errors.
 * Throws a DocumentError for a wrong field, another schema version, or primaries that lie on one line.
 */
export function parseProfile(value: unknown, file: string): Profile {
  const profile = checkDocument(profileSchema, value, file);
  try {
    rgbToXyz(profile);
  } catch {
    throw new DocumentError(file, ['primaries: red, green and blue lie on one line']);
  }
  return profile;
}

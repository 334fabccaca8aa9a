import { z } from 'zod';
import { checkDocument, DocumentError, migrate, type Migrations } from '../document.ts';
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

/** One row of the table printed in a maker's document: an exposure, and the value it is said to have. */
export const checkRowSchema = z.strictObject({
  /** Reflectance in %, or stops from mid-grey. */
  at: z.number(),
  by: z.enum(['reflectance', 'stops']),
  value: z.number(),
  /** 10-bit: 0–1023 of all codes. percent: 0 at the black code of the range, 100 at the white code. code: 0–1. */
  unit: z.enum(['10-bit', 'percent', 'code']),
});
export type CheckRow = z.output<typeof checkRowSchema>;

export const profileSchemaVersion = 2;

export const profileSchema = z.strictObject({
  kind: z.literal('velvet-dusk/profile'),
  schemaVersion: z.literal(profileSchemaVersion),
  id,
  name: z.string().min(1),
  camera: z.string().default(''),
  curve: curveSchema,
  primaries: z.strictObject({ red: xy, green: xy, blue: xy }),
  white: xy,
  bitDepth: z.union([z.literal(8), z.literal(10), z.literal(12), z.literal(16)]),
  range: z.enum(['full', 'narrow']),
  /** Codes under black and over white: they go on with the curve, or are held at it. */
  overshoot: z.enum(['kept', 'held']).default('kept'),
  sensitivities: z.array(sensitivitySchema).default([]),
  sensor: z.strictObject({
    /** Stops above mid-grey at which the sensor clips. */
    clipStops: z.number().gt(0).max(16),
    /** Stops below mid-grey that are still usable. */
    floorStops: z.number().lt(0).min(-20),
  }),
  checkTable: z.array(checkRowSchema).max(200).default([]),
  notes: z.string().default(''),
  citation: z.string().default(''),
  /** What it was guessed from, where no document stands behind its numbers. */
  guess: z.string().min(1).max(200).optional(),
  /** Places whose numbers were not typed yet; absent once all were. */
  unfinished: z.array(z.string()).min(1).max(100).optional(),
});

/** How a camera encodes light: the document behind every plate and every camera LUT. */
export type Profile = z.output<typeof profileSchema>;

/** A profile as a file of another depth holds it: levels of a narrow range follow the depth (ITU-R BT.709-6 item 4.6). */
export const atDepth = (profile: Profile, bits: number): Profile =>
  profile.range === 'full' || (bits !== 8 && bits !== 10 && bits !== 12 && bits !== 16)
    ? profile
    : { ...profile, bitDepth: bits };

interface FirstTable {
  checkTable?: { reflectance: number; code10: number }[];
}

/** Migrations by the version they start from; each returns the document one version on. */
const migrations: Migrations = {
  1: (document) => ({
    ...document,
    schemaVersion: 2,
    checkTable: ((document as FirstTable).checkTable ?? []).map(({ reflectance, code10 }) => ({
      at: reflectance,
      by: 'reflectance',
      value: code10,
      unit: '10-bit',
    })),
  }),
};

/**
 * Checks a parsed profile document, migrating older versions first. @param file the name used in errors.
 * Throws a DocumentError for a wrong field, another schema version, or primaries that lie on one line.
 */
export function parseProfile(value: unknown, file: string): Profile {
  const document = migrate(value, {
    kind: 'velvet-dusk/profile',
    version: profileSchemaVersion,
    migrations,
    file,
  });
  const profile = checkDocument(profileSchema, document, file);
  try {
    rgbToXyz(profile);
  } catch {
    throw new DocumentError(file, ['primaries: red, green and blue lie on one line']);
  }
  return profile;
}

import { z } from 'zod';
import { checkDocument, migrate, type Migrations } from '../document.ts';
import type { Pack } from '../pack/document.ts';
import { packSchema } from '../pack/document.ts';
import { reasonsFromOne, reasonsSchema, standingCountSchema } from '../pack/standing.ts';
import { proofFiguresSchema } from './contract.ts';

/** Packs and their releases, as server and browser speak of them. Dates are ISO 8601 in UTC. */

export const packRecordSchema = z.object({
  id: z.string(),
  revision: z.number().int(),
  updatedAt: z.string(),
  document: packSchema as unknown as z.ZodType<Pack>,
});
export type PackRecord = z.output<typeof packRecordSchema>;

/** What is said of a release when it is ordered. */
export const releaseNoteSchema = z.strictObject({
  note: z.string().max(2000).default(''),
  recipients: z.string().max(2000).default(''),
  /** Why it goes out whatever stands against it; what is asked for once it is verified may be said beforehand. */
  reasons: reasonsSchema.prefault({}),
});
export type ReleaseNote = z.output<typeof releaseNoteSchema>;

export const packOrderSchema = z.strictObject({
  revision: z.number().int(),
  /** None for a pack that is only tried. */
  release: releaseNoteSchema.nullable().default(null),
});

export type PackOrder = z.output<typeof packOrderSchema>;

export const releaseKind = 'velvet-dusk/release';
export const releaseVersion = 2;

export const releaseDocumentSchema = releaseNoteSchema.extend({
  kind: z.literal(releaseKind),
  schemaVersion: z.literal(releaseVersion),
  /** How much stood against it. */
  stood: standingCountSchema,
  files: z.array(
    z.strictObject({
      path: z.string(),
      sha256: z.string(),
      purpose: z.string().optional(),
      /** From the file of this path in the release before. */
      difference: proofFiguresSchema.nullable().default(null),
    }),
  ),
});

const releaseMigrations: Migrations = {
  1: (document) => ({ ...(reasonsFromOne(document) as object), schemaVersion: 2, stood: {} }),
};

/** Reads what is stored of a release, of any version. Throws a DocumentError. */
export const parseRelease = (value: unknown, file: string): z.output<typeof releaseDocumentSchema> =>
  checkDocument(
    releaseDocumentSchema,
    migrate(value, { kind: releaseKind, version: releaseVersion, migrations: releaseMigrations, file }),
    file,
  );

export const releaseRecordSchema = releaseNoteSchema.extend({
  stood: standingCountSchema,
  number: z.number().int(),
  createdAt: z.string(),
  jobId: z.string(),
  files: z.number().int(),
  /** Of the release before: paths that are new, gone, and other in their bytes, with how far they are from it. */
  changes: z.object({
    added: z.array(z.string()),
    removed: z.array(z.string()),
    changed: z.array(z.object({ path: z.string(), difference: proofFiguresSchema.nullable() })),
  }),
});
export type ReleaseRecord = z.output<typeof releaseRecordSchema>;
export const releaseListSchema = z.array(releaseRecordSchema);

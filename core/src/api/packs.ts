import { z } from 'zod';
import type { Pack } from '../pack/document.ts';
import { packSchema } from '../pack/document.ts';
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
  /** Why files over their tolerance go out all the same. */
  reason: z.string().max(2000).default(''),
});
export type ReleaseNote = z.output<typeof releaseNoteSchema>;

export const packOrderSchema = z.strictObject({
  revision: z.number().int(),
  /** None for a pack that is only tried. */
  release: releaseNoteSchema.nullable().default(null),
});

export type PackOrder = z.output<typeof packOrderSchema>;

export const releaseDocumentSchema = releaseNoteSchema.extend({
  kind: z.literal('velvet-dusk/release'),
  schemaVersion: z.literal(1),
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

export const releaseRecordSchema = releaseNoteSchema.extend({
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

import { z } from 'zod';

/** LUT files a project looks at, as server and browser speak of them. */

export const inspectedFileSchema = z.object({
  id: z.string(),
  /** Where it lay in the folder or zip it came from. */
  path: z.string(),
  sha256: z.string(),
  /** Bytes. */
  size: z.number().int(),
  /** What it was made of, and how; empty for a file that was brought. */
  origin: z.string(),
});
export type InspectedFile = z.output<typeof inspectedFileSchema>;
export const inspectedListSchema = z.array(inspectedFileSchema);

/** A path in the list: no folder above, nothing that a name could not hold. */
export const inspectedPathSchema = z
  .string()
  .min(1)
  .max(400)
  // eslint-disable-next-line no-control-regex
  .regex(/^[^\u0000-\u001f\u007f]+$/, 'a path without control characters is needed')
  .refine(
    (p) => p.split('/').every((part) => part !== '' && part !== '.' && part !== '..'),
    'it leads out of its folder',
  );
export const originSchema = z.string().max(500).default('');

/** Puts a file into the list that is there already: after it was taken off, or under another path. */
export const inspectAgainSchema = z.strictObject({
  files: z
    .array(
      z.strictObject({
        path: inspectedPathSchema,
        sha256: z.string().regex(/^[0-9a-f]{64}$/),
        origin: originSchema,
      }),
    )
    .min(1)
    .max(5000),
});
/** Takes files off the list. */
export const takeOffSchema = z.strictObject({ ids: z.array(z.string().max(80)).min(1).max(5000) });

/** Files a list holds, at most. */
export const mostInspected = 5000;

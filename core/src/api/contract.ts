import { z } from 'zod';
import { profileSchema } from '../camera/profile.ts';
import { largestGrid, smallestGrid } from '../cube/cube.ts';
import { roleIds } from '../cube/roles.ts';
import { lookSchema } from '../look/document.ts';
import { shotSchema } from '../look/shot.ts';

/** What server and browser say to each other. Dates are ISO 8601 in UTC. */

export const areaSchema = z.strictObject({
  x0: z.number().min(0).max(1),
  y0: z.number().min(0).max(1),
  x1: z.number().min(0).max(1),
  y1: z.number().min(0).max(1),
});

export const plateSchema = z.object({
  id: z.string(),
  name: z.string(),
  profileId: z.string(),
  width: z.number().int(),
  height: z.number().int(),
  depth: z.number().int(),
  note: z.string(),
  shot: shotSchema,
  skin: z.array(areaSchema),
  version: z.number().int(),
});
export type Plate = z.output<typeof plateSchema>;

export const lookRecordSchema = z.object({
  id: z.string(),
  version: z.number().int(),
  hash: z.string(),
  updatedAt: z.string(),
  document: lookSchema,
});
export type LookRecord = z.output<typeof lookRecordSchema>;

export const projectSchema = z.object({
  id: z.string(),
  name: z.string(),
  profiles: z.array(profileSchema),
  plates: z.array(plateSchema),
  looks: z.array(lookRecordSchema),
});
export type Project = z.output<typeof projectSchema>;

export const projectListSchema = z.array(z.object({ id: z.string(), name: z.string() }));

export const plateChangeSchema = z
  .strictObject({ name: z.string().min(1).max(120), profileId: z.string(), shot: shotSchema })
  .partial();
export type PlateChange = z.output<typeof plateChangeSchema>;

export const exportOrderSchema = z.strictObject({
  profileId: z.string(),
  role: z.enum(roleIds),
  grid: z.number().int().min(smallestGrid).max(largestGrid),
  /** The version of the look the user sees; the order is refused where the saved one differs. */
  lookVersion: z.number().int(),
});
export type ExportOrder = z.output<typeof exportOrderSchema>;

const triple = z.tuple([z.number(), z.number(), z.number()]);
export const proofSchema = z.object({
  samples: z.number(),
  interpolation: z.enum(['tetrahedral', 'trilinear']),
  mean: z.number(),
  p99: z.number(),
  max: z.number(),
  worst: z.object({ input: triple, exact: triple, baked: triple, deltaE: z.number(), stops: triple }),
  /** Largest difference between a node as baked and as re-read; six decimals allow half a millionth. */
  rereadError: z.number(),
});
export type ExportProof = z.output<typeof proofSchema>;

export const exportStates = ['queued', 'running', 'done', 'failed', 'cancelled'] as const;
export const exportSchema = z.object({
  id: z.string(),
  lookId: z.string(),
  lookName: z.string(),
  lookVersion: z.number().int(),
  profileId: z.string(),
  role: z.enum(roleIds),
  grid: z.number().int(),
  state: z.enum(exportStates),
  stage: z.string(),
  progress: z.number(),
  error: z.string().nullable(),
  fileName: z.string(),
  fileSize: z.number().nullable(),
  sha256: z.string().nullable(),
  proof: proofSchema.nullable(),
  createdAt: z.string(),
});
export type ExportJob = z.output<typeof exportSchema>;

/** RFC 9457 problem details. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
});
export type ProblemDetails = z.output<typeof problemSchema>;

/** The largest frame file the server takes, in bytes. */
export const largestUpload = 128 * 1024 * 1024;

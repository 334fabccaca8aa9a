import { z } from 'zod';
import { describeEnd, endToken } from '../order/end.ts';
import { recipeHash } from '../look/hash.ts';
import { roles } from '../order/roles/index.ts';
import type { PlannedFile } from './plan.ts';
import type { FileProof } from './proof.ts';

export const manifestKind = 'velvet-dusk/pack-manifest';

const figures = z.strictObject({ mean: z.number(), p99: z.number(), max: z.number() });
const proofSchema = figures.extend({
  interpolation: z.enum(['tetrahedral', 'trilinear']),
  samples: z.int(),
  greyFall: z.number(),
  endColour: z.number(),
  outOfRange: z.number(),
  clippedNodes: z.number(),
  rereadError: z.number(),
  holds: z.boolean(),
});

const fileSchema = z.strictObject({
  path: z.string(),
  sha256: z.string(),
  bytes: z.int(),
  destination: z.string(),
  format: z.string(),
  role: z.string(),
  /** What it computes, in words. */
  input: z.string(),
  output: z.string(),
  /** IDs of the cameras or the display it takes and gives. */
  from: z.string(),
  to: z.string(),
  offset: z.number(),
  grid: z.int(),
  look: z
    .strictObject({
      id: z.string(),
      name: z.string(),
      version: z.int().nullable(),
      recipe: z.string(),
      strength: z.number(),
      colourOnly: z.boolean(),
    })
    .nullable(),
  stands: z.string(),
  proof: proofSchema.nullable(),
  findings: z.array(z.string()),
});
export type ManifestFile = z.output<typeof fileSchema>;

export const manifestSchema = z.strictObject({
  kind: z.literal(manifestKind),
  schemaVersion: z.literal(1),
  pack: z.string(),
  project: z.string(),
  engine: z.number(),
  release: z
    .strictObject({
      number: z.int(),
      date: z.string(),
      note: z.string(),
      recipients: z.string(),
      reason: z.string(),
    })
    .nullable(),
  /** Every LUT file, in the order of the matrix. */
  files: z.array(fileSchema),
});
export type Manifest = z.output<typeof manifestSchema>;

const round = (x: number, digits = 5) => Number(x.toFixed(digits));

/** What is written down of a file. @param findings what was found before and after it was made. */
export function manifestFile(
  { path, destination, format, planned }: PlannedFile,
  made: { sha256: string; bytes: number; proof: FileProof | null; findings: string[]; grid: number },
): ManifestFile {
  const { lut, order, look } = planned;
  const { proof } = made;
  return {
    path,
    sha256: made.sha256,
    bytes: made.bytes,
    destination: destination.id,
    format,
    role: order.role,
    input: describeEnd(lut.input),
    output: describeEnd(lut.output),
    from: endToken(lut.input),
    to: endToken(lut.output),
    offset: lut.offset,
    grid: made.grid,
    look: look && {
      id: look.id,
      name: look.document.name,
      version: look.version ?? null,
      recipe: recipeHash(order.look),
      strength: order.look.strength,
      colourOnly: order.look.colourOnly,
    },
    stands: roles[order.role].stands,
    proof: proof && {
      mean: round(proof.mean),
      p99: round(proof.p99),
      max: round(proof.max),
      interpolation: proof.interpolation,
      samples: proof.samples,
      greyFall: round(proof.greys.fall, 7),
      endColour: round(proof.greys.endColour, 3),
      outOfRange: round(proof.outOfRange, 7),
      clippedNodes: round(proof.clippedNodes, 7),
      rereadError: proof.rereadError,
      holds: proof.holds,
    },
    findings: made.findings,
  };
}

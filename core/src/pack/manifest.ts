import { z } from 'zod';
import { checkDocument, migrate, type Migrations } from '../document.ts';
import { describeEnd, endId } from '../order/end.ts';
import { recipeHash } from '../look/hash.ts';
import { roles } from '../order/roles/index.ts';
import type { PlannedFile } from './plannedFile.ts';
import type { ProofFigures } from '../order/proof.ts';
import { purposeOf } from './purpose.ts';
import { gridOf } from './files.ts';
import type { FileProof } from './proof.ts';
import { reasonsFromOne, reasonsSchema, standingSchema } from './standing.ts';

export const manifestKind = 'velvet-dusk/pack-manifest';
export const manifestVersion = 2;

const figures = z.strictObject({ mean: z.number(), p99: z.number(), max: z.number() });
const triple = z.tuple([z.number(), z.number(), z.number()]);
const worstSchema = z.strictObject({
  group: z.string(),
  /** Code in, and code out of the recipe and of the file. */
  input: triple,
  exact: triple,
  baked: triple,
  deltaE: z.number(),
  /** Stops from mid-grey of the light it stands for. */
  stops: triple,
});
export type ManifestWorst = z.output<typeof worstSchema>;
const proofSchema = figures.extend({
  /** The worst colour of each group of colours, the worst of all first. */
  worst: z.array(worstSchema).default([]),
  /** Greys of the recipe and of the file at even codes, R, G, B in turn; manifests of before have none. */
  greyAxis: z
    .strictObject({ exact: z.array(z.number()), file: z.array(z.number()) })
    .nullable()
    .default(null),
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
  /** What the stand-in device of its destination made of it on the plates. */
  device: z
    .strictObject({ id: z.string(), refused: z.string().nullable(), figures: figures.nullable() })
    .nullable()
    .default(null),
  /** ΔE2000 from the file of this path in the release before, where that is another and was at hand. */
  difference: figures.nullable().default(null),
  findings: z.array(z.string()),
});
export type ManifestFile = z.output<typeof fileSchema>;

export const manifestSchema = z.strictObject({
  kind: z.literal(manifestKind),
  schemaVersion: z.literal(manifestVersion),
  pack: z.string(),
  project: z.string(),
  engine: z.number(),
  release: z
    .strictObject({
      number: z.int(),
      date: z.string(),
      note: z.string(),
      recipients: z.string(),
      reasons: reasonsSchema,
      /** What stood against it when it was verified. */
      standing: standingSchema,
    })
    .nullable(),
  /** Every LUT file, in the order of the matrix. */
  files: z.array(fileSchema),
});
export type Manifest = z.output<typeof manifestSchema>;

const migrations: Migrations = {
  1: ({ release, ...manifest }) => ({
    ...manifest,
    schemaVersion: 2,
    release: release && { ...(reasonsFromOne(release) as object), standing: {} },
  }),
};

/** Reads a manifest of any version. Throws a DocumentError. */
export const parseManifest = (value: unknown, file: string): Manifest =>
  checkDocument(
    manifestSchema,
    migrate(value, { kind: manifestKind, version: manifestVersion, migrations, file }),
    file,
  );

const round = (x: number, digits = 5) => Number(x.toFixed(digits));
const roundAll = (values: readonly number[], digits: number) => values.map((v) => round(v, digits));
type Triple = [number, number, number];
const roundTriple = (t: Triple) => roundAll(t, 5) as Triple;
export const roundFigures = ({ mean, p99, max }: ProofFigures) => ({
  mean: round(mean),
  p99: round(p99),
  max: round(max),
});

/** What is known of a file once it is made. */
export interface MadeLut {
  sha256: string;
  bytes: number;
  grid: number;
  proof: FileProof | null;
  device: ManifestFile['device'];
  difference: ProofFigures | null;
}

/** What of a file is told by its plan alone. */
function planned({ destination, format, planned: { lut, order, look } }: PlannedFile) {
  return {
    destination: destination.id,
    format,
    role: order.role,
    from: endId(lut.input),
    to: endId(lut.output),
    offset: lut.offset,
    look: look && {
      id: look.id,
      name: look.document.name,
      version: look.version ?? null,
      recipe: recipeHash(order.look),
      strength: order.look.strength,
      colourOnly: order.look.colourOnly,
    },
  };
}

/** What a planned file is for, as `purposeOf` tells of it once it is made. */
export const plannedPurpose = (file: PlannedFile): string =>
  purposeOf({ ...planned(file), grid: gridOf(file) });

/** What is written down of a file. @param findings what was found before and after it was made. */
export function manifestFile(file: PlannedFile, made: MadeLut & { findings: string[] }): ManifestFile {
  const { lut, order } = file.planned;
  const { proof } = made;
  return {
    ...planned(file),
    path: file.path,
    sha256: made.sha256,
    bytes: made.bytes,
    input: describeEnd(lut.input),
    output: describeEnd(lut.output),
    grid: made.grid,
    stands: roles[order.role].stands,
    proof: proof && {
      ...roundFigures(proof),
      worst: proof.worst.map(({ group, input, exact, baked, deltaE, stops }) => ({
        group,
        input: roundTriple(input),
        exact: roundTriple(exact),
        baked: roundTriple(baked),
        deltaE: round(deltaE),
        stops: roundTriple(stops),
      })),
      greyAxis: {
        exact: roundAll(proof.greys.drawn.exact, 4),
        file: roundAll(proof.greys.drawn.file, 4),
      },
      interpolation: proof.interpolation,
      samples: proof.samples,
      greyFall: round(proof.greys.fall, 7),
      endColour: round(proof.greys.endColour, 3),
      outOfRange: round(proof.outOfRange, 7),
      clippedNodes: round(proof.clippedNodes, 7),
      rereadError: proof.rereadError,
      holds: proof.holds,
    },
    device: made.device && {
      ...made.device,
      figures: made.device.figures && roundFigures(made.device.figures),
    },
    difference: made.difference && roundFigures(made.difference),
    findings: made.findings,
  };
}

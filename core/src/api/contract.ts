import { z } from 'zod';
import { profileSchema } from '../camera/profile.ts';
import { largestGrid, smallestGrid } from '../lut/cube.ts';
import { proofGroups, type ProofGroupId } from '../order/proof.ts';
import { exportRoleIds } from '../order/roles/index.ts';
import { lookSchema } from '../look/document.ts';
import { plateTextureSchema } from '../texture/onPlate.ts';
import { shotRecordSchema } from '../recording/shotRecord.ts';
import { acceptedMissesSchema } from '../look/acceptedMisses.ts';
import { plateStrengthsSchema } from '../look/onPlate.ts';
import { shotSchema } from '../look/shot.ts';
import { shotNotesSchema } from '../notes/note.ts';
import { frameFactsSchema } from '../plate/facts.ts';
import { lutReferenceSchema } from '../look/steps/placedLut.ts';
import { marksSchema } from '../plate/marks.ts';
import { taughtWordsSchema } from '../inspect/names/taught.ts';
import { practiceSchema } from '../readings/practice.ts';
import { gateSchema } from '../trial/gate.ts';
import { displaySchema } from '../render/display.ts';

/** What server and browser say to each other. Dates are ISO 8601 in UTC. */

export const plateKinds = ['plate', 'reference'] as const;
export type PlateKind = (typeof plateKinds)[number];

export const plateSchema = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(plateKinds),
  /** How the frame is encoded; for a reference, a display. */
  profileId: z.string(),
  width: z.number().int(),
  height: z.number().int(),
  /** Bits of the file that came. */
  depth: z.number().int(),
  format: z.string(),
  sourceName: z.string(),
  note: z.string(),
  /** What it shows: plates of one scene have the same. */
  scene: z.string(),
  shot: shotSchema,
  marks: marksSchema,
  /** What it makes of a look's texture. */
  texture: plateTextureSchema.default({}),
  /** How strong looks are on it, by their IDs. */
  strengths: plateStrengthsSchema.default({}),
  /** Readings that are meant to miss on it, with the reason. */
  acceptedMisses: acceptedMissesSchema.default({}),
  /** How it was shot. */
  record: shotRecordSchema.prefault({}),
  /** Work that no LUT holds, for whoever finishes the shot. */
  shotNotes: shotNotesSchema.default([]),
  /** What the frame says about itself; null for one taken in before that was read. */
  facts: frameFactsSchema.nullable(),
  revision: z.number().int(),
});
export type Plate = z.output<typeof plateSchema>;

/** Answer to an import: the plate, and what was left out or assumed. */
export const importedPlateSchema = z.object({ plate: plateSchema, notes: z.array(z.string()) });
export type ImportedPlate = z.output<typeof importedPlateSchema>;

/** Profiles a reference may be encoded in. */
export const referenceEncodings = ['srgb', 'bt1886'] as const;

export const clipFactsSchema = z.object({
  width: z.number().int(),
  height: z.number().int(),
  /** Seconds. */
  duration: z.number(),
  /** Frames a second. */
  rate: z.number(),
  /** Bits a sample, and the range the stream says. */
  depth: z.number().int(),
  range: z.enum(['full', 'narrow']),
  codec: z.string(),
});
export type ClipFacts = z.output<typeof clipFactsSchema>;
export const clipSchema = z.object({ id: z.string(), name: z.string(), facts: clipFactsSchema });
export type Clip = z.output<typeof clipSchema>;

/** Stored files that belong to nothing in the database. */
export const looseFileSchema = z.object({
  sha256: z.string(),
  /** Since when nothing names it, and when it was stored. */
  since: z.string(),
  stored: z.string(),
  /** Bytes. */
  size: z.number().int(),
});
export type LooseFile = z.output<typeof looseFileSchema>;
export const looseFilesSchema = z.object({
  /** True after the database was restored: none goes until somebody says so. */
  held: z.boolean(),
  files: z.array(looseFileSchema),
});
export type LooseFiles = z.output<typeof looseFilesSchema>;

/** Whether clips can be opened on this machine. */
export const clipSupportSchema = z.object({
  /** What is missing and how to get it; null where nothing is. */
  missing: z.string().nullable(),
});
export type ClipSupport = z.output<typeof clipSupportSchema>;
export const pickSchema = z.strictObject({
  times: z.array(z.number().min(0)).min(1).max(24),
  profileId: z.string(),
});

export const profileRecordSchema = z.object({
  revision: z.number().int(),
  /** It comes with the program, which alone changes it. */
  isStandard: z.boolean(),
  document: profileSchema,
});
export type ProfileRecord = z.output<typeof profileRecordSchema>;
/** A profile read from another format; nothing is saved yet. */
export const importedProfileSchema = z.object({ profile: profileSchema, notes: z.array(z.string()) });

export const lookRecordSchema = z.object({
  id: z.string(),
  revision: z.number().int(),
  hash: z.string(),
  updatedAt: z.string(),
  document: lookSchema,
});
export type LookRecord = z.output<typeof lookRecordSchema>;

/** A look as it was when somebody meant to keep it. */
export const lookVersionSchema = z.object({
  number: z.number().int(),
  /** Of its recipe; null for one taken over from before there were versions. */
  hash: z.string().nullable(),
  note: z.string(),
  createdAt: z.string(),
});
export type LookVersion = z.output<typeof lookVersionSchema>;
/** A version with its look. */
export const versionedLookSchema = lookVersionSchema.extend({ document: lookSchema });
/** The versions of a look, the latest first, and whether the look as saved is the latest. */
export const lookVersionsSchema = z.object({ versions: z.array(lookVersionSchema), isLatest: z.boolean() });
export type LookVersions = z.output<typeof lookVersionsSchema>;
export const largestNote = 400;
export const newVersionSchema = z.strictObject({ note: z.string().max(largestNote).default('') });

/** Answer to an imported LUT: how a step names it, and what it is made of, in order. */
export const importedLutSchema = z.object({
  lut: lutReferenceSchema,
  stages: z.array(z.string()),
});
export type ImportedLut = z.output<typeof importedLutSchema>;

/** A row of the database that could not be read, set aside where it lies. */
export const unreadableSchema = z.object({
  kind: z.enum(['look', 'plate', 'profile', 'pack', 'board', 'settings']),
  id: z.string(),
  name: z.string(),
  reason: z.string(),
  /** The row as it is stored. */
  text: z.string(),
});
export type UnreadableRow = z.output<typeof unreadableSchema>;

export const starredSchema = z.array(z.string().min(1).max(400)).max(1000);

export const projectSettingsSchema = z.object({
  id: z.string(),
  name: z.string(),
  /** Counts changes of its name and settings; whoever changes them says which one was seen. */
  revision: z.number().int(),
  isDemo: z.boolean(),
  practice: practiceSchema,
  /** What pictures are shown on, unless somebody says otherwise. */
  viewing: displaySchema,
  /** What a look has to hold in trials before it is released. */
  gate: gateSchema.nullable(),
  /** What words of LUT names mean, as somebody taught it. */
  taughtWords: taughtWordsSchema,
  /** What somebody has starred among pictures to choose from: "looks slack-water", by kind and ID. */
  starred: starredSchema,
});
export type ProjectSettings = z.output<typeof projectSettingsSchema>;

/** Where the next page of a long list begins; null at its end. */
const nextPage = z.string().nullable().default(null);
const partOf = <S extends z.ZodType>(item: S) =>
  z.object({ items: z.array(item), unreadable: z.array(unreadableSchema), next: nextPage });
/** The parts of a project, each with what of it could not be read. */
export const projectParts = {
  profiles: partOf(profileRecordSchema),
  plates: partOf(plateSchema),
  looks: partOf(lookRecordSchema),
};
export type ProjectPart = keyof typeof projectParts;
export type ProjectParts = { [K in ProjectPart]: z.output<(typeof projectParts)[K]> };

/** A project as it is opened: whole, but for plates after the first page of them. */
export const projectSchema = projectSettingsSchema.extend({
  profiles: projectParts.profiles.shape.items,
  plates: projectParts.plates.shape.items,
  nextPlates: nextPage,
  looks: projectParts.looks.shape.items,
  unreadable: z.array(unreadableSchema),
});
export type Project = z.output<typeof projectSchema>;

/** A project as the start page shows it. */
export const projectSummarySchema = z.object({
  id: z.string(),
  name: z.string(),
  isDemo: z.boolean(),
  revision: z.number().int(),
  /** Empty for one that was never opened. */
  openedAt: z.string(),
  archivedAt: z.string().nullable(),
  deletedAt: z.string().nullable(),
  /** How far it has come: things there are at each station. */
  cameras: z.number().int(),
  plates: z.number().int(),
  looks: z.number().int(),
  exports: z.number().int(),
});
export type ProjectSummary = z.output<typeof projectSummarySchema>;
export const projectListSchema = z.array(projectSummarySchema);

const projectName = z.string().trim().min(1).max(80);
export const newProjectSchema = z.strictObject({ name: projectName, practice: practiceSchema });
export type NewProject = z.output<typeof newProjectSchema>;
export const projectChangeSchema = z
  .strictObject({ name: projectName, archived: z.boolean(), deleted: z.boolean() })
  .partial();
export type ProjectChange = z.output<typeof projectChangeSchema>;

export const plateChangeSchema = z
  .strictObject({
    name: z.string().min(1).max(120),
    profileId: z.string(),
    kind: z.enum(plateKinds),
    scene: z.string().max(60),
    shot: shotSchema,
    marks: marksSchema,
    texture: plateTextureSchema,
    strengths: plateStrengthsSchema,
    acceptedMisses: acceptedMissesSchema,
    record: shotRecordSchema,
    shotNotes: shotNotesSchema,
  })
  .partial();
export type PlateChange = z.output<typeof plateChangeSchema>;

export const exportOrderSchema = z.strictObject({
  profileId: z.string(),
  role: z.enum(exportRoleIds),
  /** The display at its end; the project's own where none is said. */
  display: displaySchema.optional(),
  grid: z.number().int().min(smallestGrid).max(largestGrid),
  /** How often the look the user sees was saved; the order is refused where the saved one differs. */
  revision: z.number().int(),
  /** For the version that is made where the look is none yet. */
  note: z.string().max(largestNote).default(''),
});
export type ExportOrder = z.output<typeof exportOrderSchema>;

const triple = z.tuple([z.number(), z.number(), z.number()]);
export const proofFiguresSchema = z.object({ mean: z.number(), p99: z.number(), max: z.number() });
export const proofSchema = z.object({
  samples: z.number(),
  interpolation: z.enum(['tetrahedral', 'trilinear']),
  mean: z.number(),
  p99: z.number(),
  max: z.number(),
  worst: z.object({ input: triple, exact: triple, baked: triple, deltaE: z.number(), stops: triple }),
  /** The groups of colours, told apart; files proved before there were groups have none. */
  groups: z
    .array(
      z.object({
        id: z.enum(proofGroups.map((g) => g.id) as [ProofGroupId, ...ProofGroupId[]]),
        samples: z.number(),
        tetrahedral: proofFiguresSchema,
        trilinear: proofFiguresSchema,
      }),
    )
    .optional(),
  /** Largest difference between a node as baked and as re-read; six decimals allow half a millionth. */
  rereadError: z.number(),
  /** Where the limits are missed: the usual grid that would keep to them; null where none does. */
  advice: z.object({ grid: z.number(), mean: z.number(), p99: z.number() }).nullable().optional(),
});
export type ExportProof = z.output<typeof proofSchema>;

/** RFC 9457 problem details. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
});
export type ProblemDetails = z.output<typeof problemSchema>;

/** The largest LUT, frame and clip file the server takes, in bytes. */
export const largestLut = 64 * 1024 * 1024;
export const largestUpload = 256 * 1024 * 1024;
export const largestClip = 2 * 1024 * 1024 * 1024 - 1;

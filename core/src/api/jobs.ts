import { z } from 'zod';
import { exportRoleIds } from '../order/roles/index.ts';
import { type PackTook, packTookSchema } from '../pack/forecast.ts';
import { standingSchema } from '../pack/standing.ts';
import { proofSchema } from './contract.ts';

/** Work that outlives a request, as server and browser speak of it. Dates are ISO 8601 in UTC. */

/** "held": it waits for reasons why what it found stands. */
export const jobStates = ['queued', 'running', 'paused', 'held', 'done', 'failed', 'cancelled'] as const;
export type JobState = (typeof jobStates)[number];
/** States from which something may still come of it. */
export const openStates: readonly JobState[] = ['queued', 'running', 'paused', 'held'];
export const jobActions = ['cancel', 'pause', 'resume', 'retry'] as const;
export type JobAction = (typeof jobActions)[number];

/** Is there nothing more to come of it by itself? */
export const isOver = (state: JobState): boolean => state !== 'queued' && state !== 'running';

/** What is known of a cube that was exported. */
export const exportResultSchema = z.object({
  kind: z.literal('velvet-dusk/export-result'),
  schemaVersion: z.literal(1),
  proof: proofSchema.nullable(),
});
export type ExportResultDocument = z.output<typeof exportResultSchema>;

/** What is known of a pack that was exported; its manifest is a file beside it. */
export const packResultSchema = z.object({
  kind: z.literal('velvet-dusk/pack-result'),
  schemaVersion: z.literal(1),
  files: z.number().int(),
  /** Files over their tolerance. */
  over: z.number().int(),
  /** What it took, beside what was reckoned by plan; null where a part was made in an earlier run, and for packs of before. */
  took: packTookSchema.nullable().default(null),
});
export const packManifestNoteSchema = z.object({
  kind: z.literal('velvet-dusk/pack-manifest-file'),
  schemaVersion: z.literal(1),
});

/** A run of a board; its numbers are a file beside it. */
export const trialNoteSchema = z.object({
  kind: z.literal('velvet-dusk/trial-summary'),
  schemaVersion: z.literal(1),
  cells: z.number().int(),
  fails: z.number().int(),
  /** Looks that were tried, by the hash of their recipes, and whether each passed the gate; null where there was none. */
  looks: z.array(
    z.object({ id: z.string(), version: z.number().int(), hash: z.string(), passed: z.boolean().nullable() }),
  ),
  /** Hash of the gate, as it was then. */
  gate: z.string().nullable(),
});
export type TrialNote = z.output<typeof trialNoteSchema>;
/** A clip that was measured; its readings are a file beside it. */
export const clipNoteSchema = z.object({
  kind: z.literal('velvet-dusk/clip-summary'),
  schemaVersion: z.literal(1),
  /** Frames that were measured, and stretches in which a reading lies outside its band. */
  frames: z.number().int(),
  stretches: z.number().int(),
});
/** A file that belongs to a run, by what it is. */
export const trialFileNoteSchema = z.object({
  kind: z.literal('velvet-dusk/trial-file'),
  schemaVersion: z.literal(1),
});

export const artefactSchema = z.object({
  id: z.string(),
  name: z.string(),
  size: z.number().int(),
  sha256: z.string(),
  document: z.discriminatedUnion('kind', [
    exportResultSchema,
    packResultSchema,
    packManifestNoteSchema,
    trialNoteSchema,
    trialFileNoteSchema,
    clipNoteSchema,
  ]),
});
export type Artefact = z.output<typeof artefactSchema>;

/** What an export is of. */
export const exportSubjectSchema = z.object({
  lookId: z.string(),
  lookName: z.string(),
  lookVersion: z.number().int(),
  profileId: z.string(),
  role: z.enum(exportRoleIds),
  grid: z.number().int(),
  fileName: z.string(),
});
export type ExportSubject = z.output<typeof exportSubjectSchema>;

/** What a pack's export is of. */
export const packSubjectSchema = z.object({
  packId: z.string(),
  packName: z.string(),
  /** The release it is to be; null for one that is only tried. */
  release: z.number().int().nullable(),
});
export type PackSubject = z.output<typeof packSubjectSchema>;

/** What a run is of. */
export const trialSubjectSchema = z.object({
  trialName: z.string(),
  /** Looks on its board, with their versions. */
  looks: z.array(z.object({ id: z.string(), name: z.string(), version: z.number().int() })),
});
export type TrialSubject = z.output<typeof trialSubjectSchema>;

/** What a measured clip is of. */
export const clipSubjectSchema = z.object({
  clipName: z.string(),
  look: z.object({ id: z.string(), name: z.string(), version: z.number().int() }),
});
export type ClipSubject = z.output<typeof clipSubjectSchema>;

export const jobKindIds = ['export', 'pack', 'trial', 'clip'] as const;

export const jobSchema = z.object({
  id: z.string(),
  kind: z.enum(jobKindIds),
  projectId: z.string(),
  parentId: z.string().nullable(),
  /** A line that names it. */
  title: z.string(),
  /** Null where its order cannot be read any more; `error` says why. */
  subject: z
    .union([exportSubjectSchema, packSubjectSchema, trialSubjectSchema, clipSubjectSchema])
    .nullable(),
  state: z.enum(jobStates),
  stage: z.string(),
  /** 0–1. */
  progress: z.number(),
  error: z.string().nullable(),
  /** What stands against it, where it is held. */
  held: standingSchema.nullable(),
  attempts: z.number().int(),
  createdAt: z.string(),
  startedAt: z.string().nullable(),
  endedAt: z.string().nullable(),
  artefacts: z.array(artefactSchema),
});
export type Job = z.output<typeof jobSchema>;

/** What a job's export of one cube is of; null for a pack's, and where it cannot be read. */
export const exportSubjectOf = ({ subject }: Job): ExportSubject | null =>
  subject && 'lookId' in subject ? subject : null;
/** What a job's pack is of; null for another job. */
export const packSubjectOf = ({ subject }: Job): PackSubject | null =>
  subject && 'packId' in subject ? subject : null;
/** What a job's run is of; null for another job. */
export const trialSubjectOf = ({ subject }: Job): TrialSubject | null =>
  subject && 'trialName' in subject ? subject : null;
/** What a job's clip is of; null for another job. */
export const clipSubjectOf = ({ subject }: Job): ClipSubject | null =>
  subject && 'clipName' in subject ? subject : null;
/** What packs of this machine took, the latest first. */
export const packTimes = (jobs: readonly Job[]): PackTook[] =>
  jobs.flatMap(({ artefacts }) =>
    artefacts.flatMap(({ document }) =>
      document.kind === 'velvet-dusk/pack-result' && document.took ? [document.took] : [],
    ),
  );

/** What a finished run came to. */
export const trialNoteOf = ({ artefacts }: Job): TrialNote | null => {
  for (const { document } of artefacts) if (document.kind === 'velvet-dusk/trial-summary') return document;
  return null;
};
/** What the latest run of a board came to; null where none was saved. */
export const lastRunOf = (jobs: readonly Job[]): TrialNote | null =>
  jobs.map(trialNoteOf).find((note) => note !== null) ?? null;
/** The proof of an exported cube. */
export const proofOf = ({ document }: Artefact) =>
  document.kind === 'velvet-dusk/export-result' ? document.proof : null;

/** Does a job make LUT files? */
export const isExport = ({ kind }: { kind: string }): boolean => kind === 'export' || kind === 'pack';

/** A page of jobs, the newest first. */
export const jobPageSchema = z.object({
  jobs: z.array(jobSchema),
  /** Ask with `before` this for the next page; null where this is the last. */
  next: z.string().nullable(),
  /** Cubes and packs that were made, on all pages. */
  exports: z.number().int(),
  /** Jobs of the project by state, on all pages. */
  counts: z.record(z.enum(jobStates), z.number().int()),
});
export type JobPage = z.output<typeof jobPageSchema>;

import type { SQL } from 'drizzle-orm';
import type { z } from 'zod';
import type { Artefact, Job } from '@velvet-dusk/core/api/jobs';
import type { Reasons, Standing } from '@velvet-dusk/core/pack/standing';
import type { CodeFiles } from '../files/codes.ts';
import type { FileStore } from '../files/store.ts';
import type { LutService } from '../services/luts.ts';
import type { PackService } from '../services/packs.ts';
import type { VersionService } from '../services/versions.ts';
import type { PlateService } from '../services/plates.ts';
import type { WorkPool } from './pool.ts';

/** A file a job made: a finished, synced part and what is known of it. */
export type MadeFile = Omit<Artefact, 'id'> & { part: string };

export interface JobContext {
  projectId: string;
  pool: WorkPool;
  files: FileStore;
  luts: LutService;
  plates: PlateService;
  versions: VersionService;
  packs: PackService;
  codes: CodeFiles;
  /** A folder of the job's own, kept over pauses and kills until it ends for good. */
  workFolder: string;
  /** A fresh place for a file; it goes where the job does not end well. */
  newPart(): string;
  /** Says how far it is, to whoever watches. @param progress 0–1. */
  report(stage: string, progress: number): void;
  /** Aborted when the job is cancelled, paused or has taken too long. */
  signal: AbortSignal;
}

/** Thrown by a handler: its work is whole and kept, and goes on once somebody has said why what stands against it may. */
export class Held extends Error {
  override name = 'Held';
  constructor(readonly standing: Standing) {
    super('held');
  }
}

/** A kind of job, one file each. Its handler may be ended at any line and begun again from the start. */
export interface JobKind<S extends z.ZodType = z.ZodType> {
  readonly kind: Job['kind'];
  /** The versioned document a job is ordered with. */
  readonly payload: S;
  /** Milliseconds it may take. */
  readonly deadline: number;
  title(payload: z.output<S>): string;
  subject(payload: z.output<S>): NonNullable<Job['subject']>;
  /** Does the work. What it throws is the job's error, in words for the person who ordered it. */
  run(payload: z.output<S>, context: JobContext): Promise<MadeFile[]>;
  /** The order of a job that was held, with the reasons that were given. Throws a Problem where one is missing. */
  excuse?(payload: z.output<S>, standing: Standing, reasons: Reasons): z.input<S>;
  /**
   * Statements that write down what follows from its files, which are kept by now. They are run with the end of the job in
   * one step, and each is to do nothing where the job is not running any more.
   */
  record?(
    payload: z.output<S>,
    context: Pick<JobContext, 'packs' | 'files'>,
    jobId: string,
    made: readonly MadeFile[],
  ): Promise<SQL[]>;
}

export const defineJob = <S extends z.ZodType>(kind: JobKind<S>): JobKind<S> => kind;

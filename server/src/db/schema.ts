import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { PlateKind } from '@velvet-dusk/core/api/contract';
import type { JobState } from '@velvet-dusk/core/api/jobs';
import { json } from './json.ts';

/**
 * Documents are kept as written and checked when read, so that an older row can be migrated and a damaged one set aside.
 */
const document = (name: string) => json(name).notNull();

export const projects = sqliteTable('projects', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  practice: json('practice').notNull().default({}),
  /** The display that pictures are shown on. */
  viewing: json('viewing').notNull().default({}),
  /** What a look has to hold in trials before it is released; null for nothing. */
  gate: json('gate'),
  /** What words of LUT names mean, as somebody taught it. */
  taughtWords: json('taught_words').notNull().default([]),
  /** What somebody has starred among pictures to choose from. */
  starred: json('starred').notNull().default([]),
  /** Counts changes of its name and its settings. */
  revision: integer('revision').notNull().default(1),
  isDemo: integer('is_demo', { mode: 'boolean' }).notNull().default(false),
  /** When somebody last opened it; empty for never. */
  openedAt: text('opened_at').notNull().default(''),
  /** Set while it is put away; it is as before otherwise. */
  archivedAt: text('archived_at'),
  /** Set while it is deleted; it can be brought back. */
  deletedAt: text('deleted_at'),
});

export const profiles = sqliteTable('profiles', {
  id: text('id').primaryKey(),
  document: document('document'),
  revision: integer('revision').notNull().default(1),
  /** The project it is of alone, as the demo's are; null for one that is there in all. */
  projectId: text('project_id').references(() => projects.id),
  /** Of a published standard: it comes with the program, which alone changes it. */
  isStandard: integer('is_standard', { mode: 'boolean' }).notNull().default(false),
});

export const plates = sqliteTable(
  'plates',
  {
    id: text('id').primaryKey(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    profileId: text('profile_id')
      .notNull()
      .references(() => profiles.id),
    /** A plate is log footage; a reference is a finished still whose feel is wanted. */
    kind: text('kind').$type<PlateKind>().notNull().default('plate'),
    /** The file as it came, and the 16-bit frame made of it. */
    sourceSha: text('source_sha').notNull().default(''),
    sourceName: text('source_name').notNull().default(''),
    format: text('format').notNull().default('png'),
    frameSha: text('frame_sha').notNull(),
    thumbSha: text('thumb_sha').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    depth: integer('depth').notNull(),
    note: text('note').notNull().default(''),
    /** What it shows: plates of one scene have the same. */
    scene: text('scene').notNull().default(''),
    shot: json('shot').notNull(),
    marks: json('marks').notNull().default([]),
    /** What the plate makes of a look's texture. */
    texture: json('texture').notNull().default({}),
    /** How strong looks are on it, by their IDs. */
    strengths: json('strengths').notNull().default({}),
    /** Readings that are meant to miss on it, with the reason. */
    acceptedMisses: json('accepted_misses').notNull().default({}),
    /** How it was shot, as its camera report says. */
    record: json('record').notNull().default({}),
    /** Work that no LUT holds. */
    shotNotes: json('shot_notes').notNull().default([]),
    facts: json('facts'),
    /** Set while the plate is deleted; it can be brought back. */
    deletedAt: text('deleted_at'),
    revision: integer('revision').notNull().default(1),
  },
  (t) => [index('plates_by_project').on(t.projectId, t.position)],
);

/** Stored files that no row names any more, and since when: they are removed after a while. */
export const looseFiles = sqliteTable('loose_files', {
  sha256: text('sha256').primaryKey(),
  since: text('since').notNull(),
});

/** Moving pictures waiting for frames to be picked. */
export const clips = sqliteTable('clips', {
  id: text('id').primaryKey(),
  projectId: text('project_id')
    .notNull()
    .references(() => projects.id),
  name: text('name').notNull(),
  sha: text('sha').notNull(),
  facts: json('facts').notNull(),
});

export const looks = sqliteTable(
  'looks',
  {
    id: text('id').primaryKey(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    document: document('document'),
    revision: integer('revision').notNull().default(1),
    updatedAt: text('updated_at').notNull(),
    /** Its place among the looks of the project; those of one place stand as they were made. */
    position: integer('position').notNull().default(0),
    deletedAt: text('deleted_at'),
  },
  (t) => [index('looks_by_project').on(t.projectId)],
);

/**
 * Looks as they were when somebody meant to keep them: by a name of its own, for a trial, an export or a release. A row is
 * never changed; `looks.revision` counts saves and is something else.
 */
export const lookVersions = sqliteTable(
  'look_versions',
  {
    id: text('id').primaryKey(),
    lookId: text('look_id')
      .notNull()
      .references(() => looks.id),
    /** 1, 2, 3 … for each look. */
    number: integer('number').notNull(),
    document: document('document'),
    /** Of the recipe, as it was written then; null for one taken over from an earlier release. */
    hash: text('hash'),
    note: text('note').notNull().default(''),
    createdAt: text('created_at').notNull(),
  },
  (t) => [uniqueIndex('look_versions_by_look').on(t.lookId, t.number)],
);

/** Work that outlives a request. Its payload and what its artefacts say are versioned documents of its kind. */
export const jobs = sqliteTable(
  'jobs',
  {
    id: text('id').primaryKey(),
    kind: text('kind').notNull(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    /** The job this one is a part of. */
    parentId: text('parent_id'),
    payload: document('payload'),
    state: text('state').$type<JobState>().notNull(),
    stage: text('stage').notNull().default(''),
    progress: real('progress').notNull().default(0),
    error: text('error'),
    /** What stands against it while it waits for reasons. */
    held: json('held'),
    /** How often it was begun: what ends the server each time is not begun for ever. */
    attempts: integer('attempts').notNull().default(0),
    createdAt: text('created_at').notNull(),
    startedAt: text('started_at'),
    endedAt: text('ended_at'),
  },
  (t) => [
    index('jobs_by_project').on(t.projectId, t.createdAt),
    index('jobs_by_state').on(t.state, t.createdAt),
    index('jobs_by_parent').on(t.parentId),
  ],
);

/** Files that jobs made, with what is known of each. */
export const artefacts = sqliteTable(
  'artefacts',
  {
    id: text('id').primaryKey(),
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    sha256: text('sha256').notNull(),
    name: text('name').notNull(),
    size: integer('size').notNull(),
    document: document('document'),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('artefacts_by_job').on(t.jobId)],
);

/** LUT files that were taken in, whether a look names them yet or not. */
export const luts = sqliteTable('luts', {
  sha256: text('sha256').primaryKey(),
  name: text('name').notNull(),
  createdAt: text('created_at').notNull(),
});

/** LUT files a project looks at: each a path in its list, and where it came from. */
export const inspected = sqliteTable(
  'inspected',
  {
    id: text('id').primaryKey(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    path: text('path').notNull(),
    sha256: text('sha256')
      .notNull()
      .references(() => luts.sha256),
    size: integer('size').notNull(),
    /** What it was made of, and how, in a sentence; empty for a file that was brought. */
    origin: text('origin').notNull().default(''),
    createdAt: text('created_at').notNull(),
  },
  (t) => [uniqueIndex('inspected_by_path').on(t.projectId, t.path)],
);

/** Packs as they are planned. */
export const packs = sqliteTable(
  'packs',
  {
    id: text('id').primaryKey(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    document: document('document'),
    revision: integer('revision').notNull().default(1),
    updatedAt: text('updated_at').notNull(),
    /** Set while it is deleted; it can be brought back. */
    deletedAt: text('deleted_at'),
  },
  (t) => [index('packs_by_project').on(t.projectId)],
);

/**
 * Boards of trials as they are laid out. A project has one: its latest row that can be read. One that cannot stays where it
 * is, and the next is written beside it.
 */
export const boards = sqliteTable(
  'boards',
  {
    id: text('id').primaryKey(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    document: document('document'),
    revision: integer('revision').notNull().default(1),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [index('boards_by_project').on(t.projectId)],
);

/** Packs that went out: numbered 1, 2, 3 … for each pack, never changed. */
export const releases = sqliteTable(
  'releases',
  {
    id: text('id').primaryKey(),
    packId: text('pack_id')
      .notNull()
      .references(() => packs.id),
    number: integer('number').notNull(),
    /** The job that made it, whose files are its zip and its manifest. */
    jobId: text('job_id')
      .notNull()
      .references(() => jobs.id),
    /** What was told of it, and the checksums of its files. */
    document: document('document'),
    createdAt: text('created_at').notNull(),
  },
  (t) => [uniqueIndex('releases_by_pack').on(t.packId, t.number)],
);

import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { ClipFacts, ExportProof, PlateKind } from '@velvet-dusk/core/api/contract';
import type { exportStates } from '@velvet-dusk/core/api/contract';
import type { RoleId } from '@velvet-dusk/core/cube/roles';
import type { Shot } from '@velvet-dusk/core/look/shot';
import type { PlateTexture } from '@velvet-dusk/core/texture/onPlate';

/** Documents are kept as written and checked again when read, so that an older row can be migrated. */
const document = (name: string) => text(name, { mode: 'json' }).$type<unknown>().notNull();

export const projects = sqliteTable('projects', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  schools: text('schools', { mode: 'json' }).$type<unknown>().notNull().default({}),
});

export const profiles = sqliteTable('profiles', {
  id: text('id').primaryKey(),
  document: document('document'),
  version: integer('version').notNull().default(1),
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
    shot: text('shot', { mode: 'json' }).$type<Shot>().notNull(),
    marks: text('marks', { mode: 'json' }).$type<unknown>().notNull().default([]),
    /** What the plate makes of a look's texture. */
    texture: text('texture', { mode: 'json' }).$type<PlateTexture>().notNull().default({}),
    facts: text('facts', { mode: 'json' }).$type<unknown>(),
    /** Set while the plate is deleted; it can be brought back. */
    deletedAt: text('deleted_at'),
    version: integer('version').notNull().default(1),
  },
  (t) => [index('plates_by_project').on(t.projectId, t.position)],
);

/** Moving pictures waiting for frames to be picked. */
export const clips = sqliteTable('clips', {
  id: text('id').primaryKey(),
  projectId: text('project_id')
    .notNull()
    .references(() => projects.id),
  name: text('name').notNull(),
  sha: text('sha').notNull(),
  facts: text('facts', { mode: 'json' }).$type<ClipFacts>().notNull(),
});

export const looks = sqliteTable('looks', {
  id: text('id').primaryKey(),
  projectId: text('project_id')
    .notNull()
    .references(() => projects.id),
  document: document('document'),
  version: integer('version').notNull().default(1),
  updatedAt: text('updated_at').notNull(),
});

export const exports = sqliteTable(
  'exports',
  {
    id: text('id').primaryKey(),
    projectId: text('project_id')
      .notNull()
      .references(() => projects.id),
    lookId: text('look_id')
      .notNull()
      .references(() => looks.id),
    lookVersion: integer('look_version').notNull(),
    /** The look and the profile as they were when the order was given. */
    look: document('look'),
    profile: document('profile'),
    profileId: text('profile_id').notNull(),
    role: text('role').$type<RoleId>().notNull(),
    grid: integer('grid').notNull(),
    state: text('state').$type<(typeof exportStates)[number]>().notNull(),
    stage: text('stage').notNull().default(''),
    progress: real('progress').notNull().default(0),
    error: text('error'),
    fileName: text('file_name').notNull(),
    fileSize: integer('file_size'),
    sha256: text('sha256'),
    proof: text('proof', { mode: 'json' }).$type<ExportProof>(),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('exports_by_project').on(t.projectId, t.createdAt), index('exports_by_state').on(t.state)],
);

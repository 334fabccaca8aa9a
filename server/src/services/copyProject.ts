import { randomUUID } from 'node:crypto';
import { eq, getTableColumns, type SQL, sql } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { plateStrengthsSchema } from '@velvet-dusk/core/look/onPlate';
import { type Gate, gateSchema } from '@velvet-dusk/core/trial/gate';
import type { Database } from '../db/open.ts';
import { inspected, looks, plates, projects } from '../db/schema.ts';

/** A gate asks for the copies of its plates; one that cannot be read is left out. */
function gateOf(gate: unknown, newIds: ReadonlyMap<string, string>): Gate | null {
  const read = gateSchema.safeParse(gate).data;
  if (!read) return null;
  return { ...read, plateIds: read.plateIds.flatMap((id) => newIds.get(id) ?? []) };
}

/** A new random ID, made by the database (RFC 9562, version 4). */
const madeId = sql`lower(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2) || '-8' || substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6)))`;

const withNewIds = (ids: readonly string[]) => new Map(ids.map((id) => [id, randomUUID() as string]));

/** The new ID of a row by its old one. */
const chosen = (newIds: ReadonlyMap<string, string>) =>
  [...newIds].reduce((ids, [old, now]) => sql`${ids} WHEN ${old} THEN ${now}`, sql`CASE id`);

/**
 * Copies rows as they are, but for some columns, in one statement: none of them passes through the program, and others are
 * held up for a moment only. Rows that cannot be read are copied like any other.
 */
function copyRows(
  db: Database,
  table: SQLiteTable,
  { where, orderBy, change }: { where: SQL; orderBy: SQL; change: Record<string, SQL> },
) {
  const names = Object.values(getTableColumns(table)).map(({ name }) => name);
  const into = names.map((name) => sql.identifier(name));
  const values = names.map((name) => change[name] ?? sql.identifier(name));
  const [columns, selected] = [sql.join(into, sql`, `), sql.join(values, sql`, `)];
  return db.run(
    sql`INSERT INTO ${table} (${columns}) SELECT ${selected} FROM ${table} WHERE ${where} ORDER BY ${orderBy}`,
  );
}

/**
 * Copies a project's settings, plates, looks and inspected LUTs under a new ID: all of it or nothing. Frames are stored by checksum, so
 * that only rows are written.
 */
export async function copyProject(
  db: Database,
  from: string,
  { id, name, openedAt }: { id: string; name: string; openedAt: string },
): Promise<void> {
  const [project] = await db.select().from(projects).where(eq(projects.id, from));
  const withStrengths = await db
    .select({ id: plates.id, strengths: plates.strengths })
    .from(plates)
    .where(sql`project_id = ${from} AND deleted_at IS NULL AND strengths NOT LIKE '{}%'`);
  // Only plates that the gate names, or that know looks by their IDs, must be known by their new ones.
  const named = gateSchema.safeParse(project.gate).data?.plateIds ?? [];
  const newIds = withNewIds([...named, ...withStrengths.map((plate) => plate.id)]);
  const strengths = withStrengths.flatMap((plate) => {
    const read = plateStrengthsSchema.safeParse(plate.strengths);
    return read.success ? [{ id: newIds.get(plate.id)!, of: read.data }] : [];
  });
  const newLooks = withNewIds(strengths.flatMap((plate) => Object.keys(plate.of)));
  const moved = { id: madeId, project_id: sql`${id}`, revision: sql`1` };
  await db.batch([
    db.insert(projects).values({
      ...project,
      gate: gateOf(project.gate, newIds),
      id,
      name,
      openedAt,
      isDemo: false,
      archivedAt: null,
      deletedAt: null,
    }),
    copyRows(db, plates, {
      where: sql`project_id = ${from} AND deleted_at IS NULL`,
      orderBy: sql`position, id`,
      change: {
        ...moved,
        ...(newIds.size > 0 ? { id: sql`${chosen(newIds)} ELSE ${madeId} END` } : {}),
      },
    }),
    copyRows(db, looks, {
      where: sql`project_id = ${from} AND deleted_at IS NULL`,
      orderBy: sql`position, rowid`,
      change: { ...moved, ...(newLooks.size > 0 ? { id: sql`${chosen(newLooks)} ELSE ${madeId} END` } : {}) },
    }),
    copyRows(db, inspected, {
      where: sql`project_id = ${from}`,
      orderBy: sql`rowid`,
      change: { id: madeId, project_id: sql`${id}` },
    }),
    ...strengths.map((plate) =>
      db
        .update(plates)
        .set({
          strengths: Object.fromEntries(Object.entries(plate.of).map(([k, v]) => [newLooks.get(k), v])),
        })
        .where(eq(plates.id, plate.id)),
    ),
  ]);
}

import { randomUUID } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { type Gate, gateSchema } from '@velvet-dusk/core/trial/gate';
import type { Database } from '../db/open.ts';
import { inspected, looks, plates, projects } from '../db/schema.ts';

/** A gate asks for the copies of its plates; one that cannot be read is left out. */
function gateOf(gate: unknown, newIds: ReadonlyMap<string, string>): Gate | null {
  const read = gateSchema.safeParse(gate).data;
  if (!read) return null;
  return { ...read, plateIds: read.plateIds.flatMap((id) => newIds.get(id) ?? []) };
}

/**
 * Copies a project's settings, plates, looks and inspected LUTs under a new ID: all of it or nothing. Frames are stored by checksum, so
 * that only rows are written. Rows that cannot be read are copied as they are.
 */
export async function copyProject(
  db: Database,
  from: string,
  { id, name, openedAt }: { id: string; name: string; openedAt: string },
): Promise<void> {
  const [project] = await db.select().from(projects).where(eq(projects.id, from));
  const plateRows = await db
    .select()
    .from(plates)
    .where(and(eq(plates.projectId, from), isNull(plates.deletedAt)))
    .orderBy(plates.position);
  const lookRows = await db
    .select()
    .from(looks)
    .where(and(eq(looks.projectId, from), isNull(looks.deletedAt)))
    .orderBy(looks.position, sql`rowid`);
  const files = await db.select().from(inspected).where(eq(inspected.projectId, from));
  const fresh = () => ({ id: randomUUID(), projectId: id, revision: 1 });
  const newPlates = plateRows.map((row) => ({ ...row, ...fresh() }));
  const newIds = new Map(plateRows.map((row, i) => [row.id, newPlates[i].id]));
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
    ...newPlates.map((row) => db.insert(plates).values(row)),
    ...lookRows.map((row) => db.insert(looks).values({ ...row, ...fresh() })),
    ...files.map((row) => db.insert(inspected).values({ ...row, id: randomUUID(), projectId: id })),
  ]);
}

import { randomUUID } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Database } from '../db/open.ts';
import { looks, plates, projects } from '../db/schema.ts';

/**
 * Copies a project's settings, plates and looks under a new ID: all of it or nothing. Frames are stored by checksum, so
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
    .where(eq(looks.projectId, from))
    .orderBy(sql`rowid`);
  const fresh = () => ({ id: randomUUID(), projectId: id, revision: 1 });
  await db.batch([
    db
      .insert(projects)
      .values({ ...project, id, name, openedAt, isDemo: false, archivedAt: null, deletedAt: null }),
    ...plateRows.map((row) => db.insert(plates).values({ ...row, ...fresh() })),
    ...lookRows.map((row) => db.insert(looks).values({ ...row, ...fresh() })),
  ]);
}

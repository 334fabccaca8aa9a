import { randomUUID } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { type Look, parseLook } from '@velvet-dusk/core/look/document';
import { recipeHash } from '@velvet-dusk/core/look/hash';
import type { Database } from '../db/open.ts';
import { looks } from '../db/schema.ts';
import { notFound, Problem } from '../problem.ts';
import { readRows, whole } from './unreadable.ts';
import { saveSeen } from './versioned.ts';

type Row = typeof looks.$inferSelect;

function toRecord(row: Row): LookRecord {
  const document = parseLook(whole(row.document), `look ${row.id}`);
  return {
    id: row.id,
    revision: row.revision,
    hash: recipeHash(document),
    updatedAt: row.updatedAt,
    document,
  };
}

export class LookService {
  constructor(private readonly db: Database) {}

  /** The looks of a project, and those that cannot be read. */
  async list(projectId: string) {
    const rows = await this.db
      .select()
      .from(looks)
      .where(and(eq(looks.projectId, projectId), isNull(looks.deletedAt)))
      .orderBy(looks.position, sql`rowid`);
    const nameOf = (row: Row) => (row.document as { name?: unknown } | null)?.name;
    return readRows(rows, 'look', { read: toRecord, nameOf });
  }

  async get(id: string): Promise<LookRecord & { projectId: string; isDeleted: boolean }> {
    const [row] = await this.db.select().from(looks).where(eq(looks.id, id));
    if (!row) throw notFound('look', id);
    return { ...toRecord(row), projectId: row.projectId, isDeleted: row.deletedAt !== null };
  }

  async create(projectId: string, document: Look, id: string = randomUUID()): Promise<LookRecord> {
    const last = sql<number>`(SELECT coalesce(max(${looks.position}) + 1, 0) FROM ${looks} WHERE ${looks.projectId} = ${projectId})`;
    const values = { id, projectId, document, updatedAt: new Date().toISOString(), position: last };
    const [row] = await this.db.insert(looks).values(values).returning();
    return toRecord(row);
  }

  /** Deletes a look, or brings it back where it stood; its versions stay. */
  async setDeleted(id: string, isDeleted: boolean): Promise<LookRecord> {
    const deletedAt = isDeleted ? new Date().toISOString() : null;
    const [row] = await this.db.update(looks).set({ deletedAt }).where(eq(looks.id, id)).returning();
    if (!row) throw notFound('look', id);
    return toRecord(row);
  }

  /** Puts the looks of a project in an order. Refused where they are not those that are there. */
  async arrange(projectId: string, ids: readonly string[]): Promise<void> {
    const there = await this.db
      .select({ id: looks.id })
      .from(looks)
      .where(and(eq(looks.projectId, projectId), isNull(looks.deletedAt)));
    const known = new Set(there.map((row) => row.id));
    if (ids.length !== known.size || new Set(ids).size !== ids.length || ids.some((id) => !known.has(id)))
      throw new Problem(
        409,
        'Looks have changed',
        'Looks were made or deleted meanwhile. Reload, then move them again.',
      );
    const [first, ...rest] = ids.map((id, position) =>
      this.db.update(looks).set({ position }).where(eq(looks.id, id)),
    );
    if (first) await this.db.batch([first, ...rest]);
  }

  /** Saves over exactly the revision the writer has seen. */
  save(id: string, document: Look, seenRevision: number): Promise<LookRecord> {
    const updatedAt = new Date().toISOString();
    const seen = and(eq(looks.id, id), eq(looks.revision, seenRevision), isNull(looks.deletedAt));
    return saveSeen(
      {
        sayOf: (current) => `Look "${current.document.name}"`,
        write: (next) =>
          this.db
            .update(looks)
            .set({ document, updatedAt, ...next })
            .where(seen)
            .returning(),
        read: toRecord,
        current: async () => {
          const { projectId: _, isDeleted, ...current } = await this.get(id);
          if (!isDeleted) return current;
          throw new Problem(
            409,
            'Look is deleted',
            `Look "${current.document.name}" was deleted meanwhile, so this edit was not saved. Bring the look back, then edit it again.`,
          );
        },
      },
      seenRevision,
    );
  }
}

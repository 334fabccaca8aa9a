import { randomUUID } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { type Look, parseLook } from '@velvet-dusk/core/look/document';
import { recipeHash } from '@velvet-dusk/core/look/hash';
import type { Database } from '../db/open.ts';
import { looks } from '../db/schema.ts';
import { notFound, Problem } from '../problem.ts';
import { readRows, whole } from './unreadable.ts';

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
    // In the order they were made, so that the first stays the first.
    const rows = await this.db
      .select()
      .from(looks)
      .where(eq(looks.projectId, projectId))
      .orderBy(sql`rowid`);
    const nameOf = (row: Row) => (row.document as { name?: unknown } | null)?.name;
    return readRows(rows, 'look', { read: toRecord, nameOf });
  }

  async get(id: string): Promise<LookRecord & { projectId: string }> {
    const [row] = await this.db.select().from(looks).where(eq(looks.id, id));
    if (!row) throw notFound('look', id);
    return { ...toRecord(row), projectId: row.projectId };
  }

  async create(projectId: string, document: Look, id: string = randomUUID()): Promise<LookRecord> {
    const values = { id, projectId, document, updatedAt: new Date().toISOString() };
    const [row] = await this.db.insert(looks).values(values).returning();
    return toRecord(row);
  }

  /** Saves over exactly the revision the writer has seen; any other is a conflict and nothing is written. */
  async save(id: string, document: Look, seenRevision: number): Promise<LookRecord> {
    const [row] = await this.db
      .update(looks)
      .set({ document, revision: seenRevision + 1, updatedAt: new Date().toISOString() })
      .where(and(eq(looks.id, id), eq(looks.revision, seenRevision)))
      .returning();
    if (row) return toRecord(row);
    const { projectId: _, ...current } = await this.get(id);
    throw new Problem(
      412,
      'Changed elsewhere',
      `Look "${current.document.name}" is at revision ${current.revision}; this edit was made on revision ${seenRevision}. Nothing was overwritten.`,
      { current },
    );
  }
}

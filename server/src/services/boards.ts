import { and, eq, sql } from 'drizzle-orm';
import type { UnreadableRow } from '@velvet-dusk/core/api/contract';
import type { BoardRecord } from '@velvet-dusk/core/api/trials';
import { parseTrial, type Trial } from '@velvet-dusk/core/trial/document';
import type { Database } from '../db/open.ts';
import { boards } from '../db/schema.ts';
import { readRows, whole } from './unreadable.ts';
import { saveSeen } from './versioned.ts';

type Row = typeof boards.$inferSelect;

const read = (row: Row) => ({
  id: row.id,
  record: {
    revision: row.revision,
    updatedAt: row.updatedAt,
    document: parseTrial(whole(row.document), 'board'),
  } satisfies BoardRecord,
});

/** The board of trials that each project was left with. */
export class BoardService {
  constructor(private readonly db: Database) {}

  /** The board of a project, null where none was laid out yet, and those that cannot be read. */
  async get(projectId: string): Promise<{ board: BoardRecord | null; unreadable: UnreadableRow[] }> {
    const { items, unreadable } = readRows(await this.rows(projectId), 'board', {
      read,
      nameOf: () => 'Board',
    });
    return { board: items.at(-1)?.record ?? null, unreadable };
  }

  /**
   * Saves over exactly the revision the writer has seen; any other is a conflict and nothing is written.
   * @param seenRevision 0 for a writer who has seen none.
   */
  async save(projectId: string, document: Trial, seenRevision: number): Promise<BoardRecord> {
    const rows = await this.rows(projectId);
    const id = readRows(rows, 'board', { read, nameOf: () => '' }).items.at(-1)?.id;
    const values = { document, updatedAt: new Date().toISOString() };
    return saveSeen(
      {
        sayOf: () => 'The board of this project',
        write: (next) =>
          id === undefined && seenRevision === 0
            ? this.db
                .insert(boards)
                // Of two first boards at once one alone finds its place.
                .values({ id: `${projectId} ${rows.length + 1}`, projectId, ...values, ...next })
                .onConflictDoNothing()
                .returning()
            : this.db
                .update(boards)
                .set({ ...values, ...next })
                .where(and(eq(boards.id, id ?? ''), eq(boards.revision, seenRevision)))
                .returning(),
        read: (row) => read(row).record,
        current: async () => (await this.get(projectId)).board ?? { revision: 0, updatedAt: '', document },
      },
      seenRevision,
    );
  }

  private rows(projectId: string): Promise<Row[]> {
    return this.db
      .select()
      .from(boards)
      .where(eq(boards.projectId, projectId))
      .orderBy(sql`rowid`);
  }
}

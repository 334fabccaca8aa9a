import { randomUUID } from 'node:crypto';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { LookVersion, LookVersions } from '@velvet-dusk/core/api/contract';
import { type Look, parseLook } from '@velvet-dusk/core/look/document';
import { recipeHash } from '@velvet-dusk/core/look/hash';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import type { Database } from '../db/open.ts';
import { lookVersions } from '../db/schema.ts';
import { notFound } from '../problem.ts';
import type { LookService } from './looks.ts';
import { whole } from './unreadable.ts';

type Row = typeof lookVersions.$inferSelect;

const toVersion = ({ number, hash, note, createdAt }: Row): LookVersion => ({
  number,
  hash,
  note,
  createdAt,
});

/** Is a row the look as it is now? One that cannot be read is not. */
function holds(row: Row, look: Look): boolean {
  try {
    return canonicalJson(parseLook(whole(row.document), 'version')) === canonicalJson(look);
  } catch {
    return false;
  }
}

/** Versions of looks: made on purpose, numbered 1, 2, 3 for each look, never changed. */
export class VersionService {
  constructor(
    private readonly db: Database,
    private readonly looks: LookService,
  ) {}

  async list(lookId: string): Promise<LookVersions> {
    const { document } = await this.looks.get(lookId);
    const { number, hash, note, createdAt } = lookVersions;
    const [versions, latest] = await Promise.all([
      // Without their documents, of which there may be many.
      this.db
        .select({ number, hash, note, createdAt })
        .from(lookVersions)
        .where(eq(lookVersions.lookId, lookId))
        .orderBy(desc(number)),
      this.latest(lookId),
    ]);
    return { versions, isLatest: latest !== undefined && holds(latest, document) };
  }

  /** A version whole. Throws a DocumentError where what is stored cannot be read. */
  async get(lookId: string, asked: string): Promise<LookVersion & { document: Look }> {
    const number = Number(asked);
    if (!Number.isSafeInteger(number)) throw notFound('version', `${lookId} ${asked}`);
    const [row] = await this.db
      .select()
      .from(lookVersions)
      .where(and(eq(lookVersions.lookId, lookId), eq(lookVersions.number, number)));
    if (!row) throw notFound('version', `${lookId} ${number}`);
    return { ...toVersion(row), document: parseLook(whole(row.document), `version ${number} of ${lookId}`) };
  }

  /** Makes the next version of a look as it is saved. */
  async make(lookId: string, note: string): Promise<LookVersion> {
    const { document } = await this.looks.get(lookId);
    return this.add(lookId, document, note);
  }

  /** The version that a document of a look is: the latest where they are the same, else a new one. */
  async ensure(lookId: string, document: Look, note: string): Promise<LookVersion> {
    const latest = await this.latest(lookId);
    return latest && holds(latest, document) ? toVersion(latest) : this.add(lookId, document, note);
  }

  private async add(lookId: string, document: Look, note: string): Promise<LookVersion> {
    const next = sql<number>`(SELECT coalesce(max(number), 0) + 1 FROM look_versions WHERE look_id = ${lookId})`;
    const [row] = await this.db
      .insert(lookVersions)
      .values({
        id: randomUUID(),
        lookId,
        number: next,
        document,
        hash: recipeHash(document),
        note,
        createdAt: new Date().toISOString(),
      })
      .returning();
    return toVersion(row);
  }

  private async latest(lookId: string): Promise<Row | undefined> {
    const [row] = await this.db
      .select()
      .from(lookVersions)
      .where(eq(lookVersions.lookId, lookId))
      .orderBy(desc(lookVersions.number))
      .limit(1);
    return row;
  }
}

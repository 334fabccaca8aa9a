import { and, eq, isNull } from 'drizzle-orm';
import type { ProfileRecord } from '@velvet-dusk/core/api/contract';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import type { Database } from '../db/open.ts';
import { plates, profiles } from '../db/schema.ts';
import { notFound, Problem } from '../problem.ts';
import { readRows, whole } from './unreadable.ts';

type Row = typeof profiles.$inferSelect;

const toRecord = (row: Row): ProfileRecord => ({
  revision: row.revision,
  document: parseProfile(whole(row.document), `profile ${row.id}`),
});

export class ProfileService {
  constructor(private readonly db: Database) {}

  /** All profiles, and those that cannot be read. */
  async list() {
    const rows = await this.db.select().from(profiles).orderBy(profiles.id);
    const nameOf = (row: Row) => (row.document as { name?: unknown } | null)?.name;
    return readRows(rows, 'profile', { read: toRecord, nameOf });
  }

  async record(id: string): Promise<ProfileRecord> {
    const [row] = await this.db.select().from(profiles).where(eq(profiles.id, id));
    if (!row) throw notFound('profile', id);
    return toRecord(row);
  }

  async get(id: string): Promise<Profile> {
    return (await this.record(id)).document;
  }

  /** Adds a profile where none has its ID. @returns false where one has; it is left alone. */
  async addMissing(profile: Profile): Promise<boolean> {
    const rows = await this.db
      .insert(profiles)
      .values({ id: profile.id, document: profile })
      .onConflictDoNothing()
      .returning();
    return rows.length > 0;
  }

  async create(profile: Profile): Promise<ProfileRecord> {
    if (!(await this.addMissing(profile)))
      throw new Problem(
        409,
        'ID is taken',
        `There is a profile "${profile.id}" already. Nothing was overwritten.`,
      );
    return this.record(profile.id);
  }

  /** Saves over exactly the revision the writer has seen. */
  async save(id: string, profile: Profile, seenRevision: number): Promise<ProfileRecord> {
    if (profile.id !== id)
      throw new Problem(
        422,
        'Document is not valid',
        `id: the document says "${profile.id}", the address "${id}"`,
      );
    const [row] = await this.db
      .update(profiles)
      .set({ document: profile, revision: seenRevision + 1 })
      .where(and(eq(profiles.id, id), eq(profiles.revision, seenRevision)))
      .returning();
    if (row) return toRecord(row);
    const current = await this.record(id);
    throw new Problem(
      412,
      'Changed elsewhere',
      `Profile "${current.document.name}" is at revision ${current.revision}; this edit was made on revision ${seenRevision}. Nothing was overwritten.`,
      { current },
    );
  }

  /** Removes a profile that no plate uses. Returns it, so that it can be added again. */
  async remove(id: string): Promise<ProfileRecord> {
    const record = await this.record(id);
    const users = await this.db
      .select({ name: plates.name })
      .from(plates)
      .where(and(eq(plates.profileId, id), isNull(plates.deletedAt)));
    if (users.length > 0)
      throw new Problem(
        409,
        'Profile is in use',
        `"${record.document.name}" is used by ${users.length} plate(s): ${users.map((u) => u.name).join(', ')}.`,
      );
    const kept = await this.db
      .select({ id: plates.id })
      .from(plates)
      .where(eq(plates.profileId, id))
      .limit(1);
    if (kept.length > 0)
      throw new Problem(
        409,
        'Profile is in use',
        `"${record.document.name}" is used by a deleted plate that can still be brought back.`,
      );
    await this.db.delete(profiles).where(eq(profiles.id, id));
    return record;
  }
}

import { and, eq, exists, isNull, or } from 'drizzle-orm';
import type { ProfileRecord } from '@velvet-dusk/core/api/contract';
import { isFinished, wordsToType } from '@velvet-dusk/core/camera/unfinished';
import { parseProfile, type Profile, profileSchema } from '@velvet-dusk/core/camera/profile';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import { numbered } from '@velvet-dusk/core/slug';
import type { Database } from '../db/open.ts';
import { plates, profiles } from '../db/schema.ts';
import { notFound, Problem } from '../problem.ts';
import { readRows, whole } from './unreadable.ts';
import { saveSeen } from './versioned.ts';

type Row = typeof profiles.$inferSelect;

const toRecord = (row: Row): ProfileRecord => ({
  revision: row.revision,
  isStandard: row.isStandard,
  document: parseProfile(whole(row.document), `profile ${row.id}`),
});

export class ProfileService {
  constructor(private readonly db: Database) {}

  /**
   * The profiles of a project, and those that cannot be read: the standards', everybody's, its own, and whatever its plates
   * were shot with.
   */
  async list(projectId: string) {
    const used = this.db
      .select({ id: plates.id })
      .from(plates)
      .where(and(eq(plates.projectId, projectId), eq(plates.profileId, profiles.id)));
    const rows = await this.db
      .select()
      .from(profiles)
      .where(or(isNull(profiles.projectId), eq(profiles.projectId, projectId), exists(used)))
      .orderBy(profiles.id);
    const nameOf = (row: Row) => (row.document as { name?: unknown } | null)?.name;
    return readRows(rows, 'profile', { read: toRecord, nameOf });
  }

  async record(id: string): Promise<ProfileRecord> {
    const [row] = await this.db.select().from(profiles).where(eq(profiles.id, id));
    if (!row) throw notFound('profile', id);
    return toRecord(row);
  }

  /** Throws where a profile belongs to the program. */
  private async changeable(id: string): Promise<ProfileRecord> {
    const record = await this.record(id);
    if (record.isStandard)
      throw new Problem(
        409,
        'Profile of a standard',
        `"${record.document.name}" comes with the program and stays as published. Duplicate it to change it.`,
      );
    return record;
  }

  /** A profile to compute with. Throws where some of its figures are not typed yet. */
  async get(id: string): Promise<Profile> {
    const { document } = await this.record(id);
    if (isFinished(document)) return document;
    const words = wordsToType(document);
    throw new Problem(
      409,
      'Profile is unfinished',
      `"${document.name}" is unfinished: ${words.length} of its figures are still to be typed (${words.join(', ')}).`,
    );
  }

  /** The profiles of a project that can be read. */
  async known(projectId: string): Promise<Profile[]> {
    return (await this.list(projectId)).items.map((p) => p.document);
  }

  /** Those of them that can be computed with. */
  async finished(projectId: string): Promise<Profile[]> {
    return (await this.known(projectId)).filter(isFinished);
  }

  /** Adds a profile where none has its ID. @returns false where one has; it is left alone. */
  async addMissing(
    profile: Profile,
    { projectId = null, isStandard = false }: { projectId?: string | null; isStandard?: boolean } = {},
  ): Promise<boolean> {
    const rows = await this.db
      .insert(profiles)
      .values({ id: profile.id, document: profile, projectId, isStandard })
      .onConflictDoNothing()
      .returning();
    return rows.length > 0;
  }

  /**
   * Brings the profiles of the standards to what this release says they are. One that was changed by hand, when that could
   * be done, goes on under another ID, and the plates that use it go with it.
   */
  async renewStandards(standards: readonly Profile[]): Promise<void> {
    for (const standard of standards) {
      const { id } = standard;
      if (await this.addMissing(standard, { isStandard: true })) continue;
      const [row] = await this.db.select().from(profiles).where(eq(profiles.id, id));
      const isSame = canonicalJson(row.document) === canonicalJson(standard);
      if (isSame && row.isStandard) continue;
      if (!isSame && !row.isStandard) await this.moveEdited(row);
      await this.db.update(profiles).set({ document: standard, isStandard: true }).where(eq(profiles.id, id));
    }
  }

  private async moveEdited(row: Row): Promise<void> {
    const id = `${row.id}-edited`;
    const edited = profileSchema.safeParse(row.document).data;
    // What cannot be read was not changed with this program.
    if (!edited) return;
    if (await this.addMissing({ ...edited, id, name: `${edited.name}, edited` }))
      await this.db.update(plates).set({ profileId: id }).where(eq(plates.profileId, row.id));
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

  /** Adds a profile under the first free ID after its own: a project does not see all that are taken. */
  async createNumbered(profile: Profile): Promise<ProfileRecord> {
    for (let n = 1; ; n++) {
      const id = numbered(profile.id, n);
      if (await this.addMissing({ ...profile, id })) return this.record(id);
    }
  }

  /** Saves over exactly the revision the writer has seen. */
  async save(id: string, profile: Profile, seenRevision: number): Promise<ProfileRecord> {
    if (profile.id !== id)
      throw new Problem(
        422,
        'Document is not valid',
        `id: the document says "${profile.id}", the address "${id}"`,
      );
    const { document } = await this.changeable(id);
    // Its plates would be without one.
    if (isFinished(document) && !isFinished(profile))
      throw new Problem(
        422,
        'Document is not valid',
        `unfinished: all figures of "${document.name}" are typed, and none can be taken out again.`,
      );
    return saveSeen(
      {
        sayOf: (current) => `Profile "${current.document.name}"`,
        write: (next) =>
          this.db
            .update(profiles)
            .set({ document: profile, ...next })
            .where(and(eq(profiles.id, id), eq(profiles.revision, seenRevision)))
            .returning(),
        read: toRecord,
        current: () => this.record(id),
      },
      seenRevision,
    );
  }

  /** Removes a profile that no plate uses. Returns it, so that it can be added again. */
  async remove(id: string): Promise<ProfileRecord> {
    const record = await this.changeable(id);
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

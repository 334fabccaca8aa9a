import { eq } from 'drizzle-orm';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import type { Database } from '../db/open.ts';
import { profiles } from '../db/schema.ts';
import { notFound } from '../problem.ts';

export class ProfileService {
  constructor(private readonly db: Database) {}

  async list(): Promise<Profile[]> {
    const rows = await this.db.select().from(profiles).orderBy(profiles.id);
    return rows.map((row) => parseProfile(row.document, `profile ${row.id}`));
  }

  async get(id: string): Promise<Profile> {
    const [row] = await this.db.select().from(profiles).where(eq(profiles.id, id));
    if (!row) throw notFound('profile', id);
    return parseProfile(row.document, `profile ${id}`);
  }

  /** Adds a profile, or replaces the one with its ID. */
  async put(profile: Profile): Promise<void> {
    await this.db
      .insert(profiles)
      .values({ id: profile.id, document: profile })
      .onConflictDoUpdate({ target: profiles.id, set: { document: profile } });
  }
}

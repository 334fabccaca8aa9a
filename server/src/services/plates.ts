import { randomUUID } from 'node:crypto';
import { and, eq, max } from 'drizzle-orm';
import type { Plate, PlateChange } from '@velvet-dusk/core/api/contract';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import type { Area } from '@velvet-dusk/core/readings/reading';
import type { Database } from '../db/open.ts';
import { plates } from '../db/schema.ts';
import { type FileStore, sha256Of } from '../files/store.ts';
import type { WorkPool } from '../jobs/pool.ts';
import { notFound, Problem } from '../problem.ts';
import type { ProfileService } from './profiles.ts';

type Row = typeof plates.$inferSelect;

const toPlate = ({ id, name, profileId, width, height, depth, note, shot, skin, version }: Row): Plate => ({
  ...{ id, name, profileId, width, height, depth, note, shot, skin, version },
});

export interface NewPlate {
  projectId: string;
  name: string;
  profileId: string;
  note?: string;
  skin?: Area[];
  id?: string;
}

export class PlateService {
  constructor(
    private readonly db: Database,
    private readonly files: FileStore,
    private readonly pool: WorkPool,
    private readonly profiles: ProfileService,
  ) {}

  async list(projectId: string): Promise<Plate[]> {
    const rows = await this.db
      .select()
      .from(plates)
      .where(eq(plates.projectId, projectId))
      .orderBy(plates.position);
    return rows.map(toPlate);
  }

  async row(id: string): Promise<Row> {
    const [row] = await this.db.select().from(plates).where(eq(plates.id, id));
    if (!row) throw notFound('plate', id);
    return row;
  }

  /** Reads a frame file (checked in a worker thread) and adds it as a plate. Throws a Problem naming `fileName`; a refused frame leaves nothing behind. */
  async add(bytes: Uint8Array, fileName: string, plate: NewPlate): Promise<Plate> {
    await this.profiles.get(plate.profileId);
    const part = await this.files.writePart(bytes);
    const facts = await this.pool.readPlate({ path: part, fileName });
    if ('refused' in facts) {
      await this.files.drop(part);
      throw new Problem(422, 'File cannot be read', facts.refused);
    }
    const frameSha = await this.files.adopt(part, sha256Of(bytes));
    const thumbSha = await this.files.put(facts.thumb);
    const { width, height, depth } = facts;
    const { projectId, name, profileId, note = '', skin = [], id = randomUUID() } = plate;
    const [{ last }] = await this.db
      .select({ last: max(plates.position) })
      .from(plates)
      .where(eq(plates.projectId, projectId));
    const position = (last ?? 0) + 1;
    const [row] = await this.db
      .insert(plates)
      .values({
        id,
        projectId,
        position,
        name,
        profileId,
        note,
        skin,
        frameSha,
        thumbSha,
        width,
        height,
        depth,
        shot: neutralShot,
      }) // prettier-ignore
      .returning();
    return toPlate(row);
  }

  async change(id: string, change: PlateChange, seenVersion: number): Promise<Plate> {
    if (change.profileId) await this.profiles.get(change.profileId);
    const [row] = await this.db
      .update(plates)
      .set({ ...change, version: seenVersion + 1 })
      .where(and(eq(plates.id, id), eq(plates.version, seenVersion)))
      .returning();
    if (row) return toPlate(row);
    const current = toPlate(await this.row(id));
    throw new Problem(
      412,
      'Changed elsewhere',
      `Plate "${current.name}" is at version ${current.version}; this edit was made on version ${seenVersion}. Nothing was overwritten.`,
      { current },
    );
  }
}

import { randomUUID } from 'node:crypto';
import { and, eq, isNull, max, or } from 'drizzle-orm';
import type { ImportedPlate, Plate, PlateChange, PlateKind } from '@velvet-dusk/core/api/contract';
import { neutralShot, shotSchema } from '@velvet-dusk/core/look/shot';
import { frameFactsSchema } from '@velvet-dusk/core/plate/facts';
import { type Mark, marksSchema } from '@velvet-dusk/core/plate/marks';
import { plateTextureSchema } from '@velvet-dusk/core/texture/onPlate';
import type { Database } from '../db/open.ts';
import { plates } from '../db/schema.ts';
import type { FileStore } from '../files/store.ts';
import type { ProofPlate } from '../jobs/proofPlates.ts';
import type { PlateFacts } from '../jobs/readPlate.ts';
import type { WorkPool } from '../jobs/pool.ts';
import { notFound, Problem } from '../problem.ts';
import type { ProfileService } from './profiles.ts';

type Row = typeof plates.$inferSelect;

function toPlate(row: Row): Plate {
  const { id, name, kind, profileId, width, height, depth, format, sourceName, note, version } = row;
  const facts = row.facts ? frameFactsSchema.parse(row.facts) : null;
  return {
    ...{ id, name, kind, profileId, width, height, depth, format, sourceName, note, version, facts },
    shot: shotSchema.parse(row.shot),
    marks: marksSchema.parse(row.marks),
    texture: plateTextureSchema.parse(row.texture),
  };
}

export interface NewPlate {
  projectId: string;
  name: string;
  profileId: string;
  kind?: PlateKind;
  note?: string;
  marks?: Mark[];
  id?: string;
}

/** A file that has come: a part on the disk with its checksum, or a stored file (a clip) named by it. */
export interface PlateSource {
  path: string;
  sha256: string;
  fileName: string;
  /** True where `path` is a part, which becomes the plate's or goes. */
  isPart: boolean;
  time?: number;
  signal?: AbortSignal | undefined;
}

const cancelled = () => new Problem(499, 'Cancelled', 'The import was cancelled; nothing was kept.');

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
      .where(and(eq(plates.projectId, projectId), isNull(plates.deletedAt)))
      .orderBy(plates.position);
    return rows.map(toPlate);
  }

  /** What a proof needs of the plates of a project; references are finished pictures and no plates. */
  async forProof(projectId: string): Promise<ProofPlate[]> {
    const mine = and(eq(plates.projectId, projectId), eq(plates.kind, 'plate'), isNull(plates.deletedAt));
    const rows = await this.db.select().from(plates).where(mine).orderBy(plates.position);
    return Promise.all(
      rows.map(async (row) => ({
        path: this.files.pathOf(row.frameSha),
        profile: await this.profiles.get(row.profileId),
        shot: shotSchema.parse(row.shot),
        usedDepth: row.facts ? frameFactsSchema.parse(row.facts).usedDepth : null,
      })),
    );
  }

  /** Is there, or was there, a plate of this ID? */
  async exists(id: string): Promise<boolean> {
    const rows = await this.db.select({ id: plates.id }).from(plates).where(eq(plates.id, id));
    return rows.length > 0;
  }

  async row(id: string): Promise<Row> {
    const [row] = await this.db.select().from(plates).where(eq(plates.id, id));
    if (!row) throw notFound('plate', id);
    return row;
  }

  /** Adds a frame given as bytes. */
  async addBytes(bytes: Uint8Array, fileName: string, plate: NewPlate): Promise<ImportedPlate> {
    const { part, sha256 } = await this.files.writeStream(
      (async function* () {
        yield bytes;
      })(),
      Infinity,
      () => new Error('unreachable'),
    );
    return this.add({ path: part, sha256, fileName, isPart: true }, plate);
  }

  /**
   * Reads a frame (in a worker thread) and adds it as a plate. Throws a Problem naming the file; a refused or cancelled
   * frame leaves nothing behind.
   */
  async add(source: PlateSource, plate: NewPlate): Promise<ImportedPlate> {
    const framePart = this.files.newPart();
    try {
      await this.profiles.get(plate.profileId);
      const { path, fileName, time, signal } = source;
      const task = { path, fileName, framePart, ...(time === undefined ? {} : { time }) };
      const read = await this.pool.readPlate(task, signal).catch((error: Error) => {
        throw signal?.aborted ? cancelled() : error;
      });
      if ('refused' in read) throw new Problem(422, 'File cannot be read', read.refused);
      if (signal?.aborted) throw cancelled();
      const frameSha = await this.files.adoptHashed(framePart);
      if (source.isPart) await this.files.adopt(source.path, source.sha256);
      return { plate: await this.insert(source, plate, read, frameSha), notes: read.notes };
    } catch (error) {
      await this.files.drop(framePart);
      if (source.isPart) await this.files.drop(source.path);
      throw error;
    }
  }

  private async insert(source: PlateSource, plate: NewPlate, read: PlateFacts, frameSha: string) {
    const thumbSha = await this.files.put(read.thumb);
    const { width, height, depth, format, facts, profileId = plate.profileId } = read;
    const { projectId, name, kind = 'plate', note = '', marks = [], id = randomUUID() } = plate;
    const [{ last }] = await this.db
      .select({ last: max(plates.position) })
      .from(plates)
      .where(eq(plates.projectId, projectId));
    const file = { sourceSha: source.sha256, sourceName: source.fileName, frameSha, thumbSha };
    const [row] = await this.db
      .insert(plates)
      .values({
        ...{
          id,
          projectId,
          position: (last ?? 0) + 1,
          name,
          kind,
          profileId,
          note,
          marks,
          shot: neutralShot,
        },
        ...{ ...file, width, height, depth, format, facts },
      })
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

  /** Takes a plate off the wall, or brings it back. Its files stay. */
  async setDeleted(id: string, deleted: boolean): Promise<Plate> {
    const deletedAt = deleted ? new Date().toISOString() : null;
    const [row] = await this.db.update(plates).set({ deletedAt }).where(eq(plates.id, id)).returning();
    if (!row) throw notFound('plate', id);
    return toPlate(row);
  }

  /** Removes a plate that was taken in by an import that was then cancelled, with the files only it names. */
  async purge(id: string): Promise<void> {
    const row = await this.row(id);
    await this.db.delete(plates).where(eq(plates.id, id));
    for (const sha of [row.sourceSha, row.frameSha, row.thumbSha]) {
      const uses = await this.db
        .select({ id: plates.id })
        .from(plates)
        .where(or(eq(plates.sourceSha, sha), eq(plates.frameSha, sha), eq(plates.thumbSha, sha)))
        .limit(1);
      if (uses.length === 0 && sha) await this.files.remove(sha);
    }
  }
}

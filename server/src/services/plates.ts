import { randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { and, eq, gt, isNull, max, or } from 'drizzle-orm';
import type {
  ImportedPlate,
  Plate,
  PlateChange,
  PlateKind,
  UnreadableRow,
} from '@velvet-dusk/core/api/contract';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { RecentWork } from '@velvet-dusk/core/numeric/recent';
import type { Mark } from '@velvet-dusk/core/plate/marks';
import { storedFrameFacts } from '@velvet-dusk/core/plate/facts';
import { recordingOf, sceneInName } from '@velvet-dusk/core/plate/recordingOf';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { SpecPlate } from '@velvet-dusk/core/pack/spec';
import { smallFrame } from '@velvet-dusk/core/pack/specPlates';
import { emptyRecord, type ShotRecord } from '@velvet-dusk/core/recording/shotRecord';
import type { ShotNote } from '@velvet-dusk/core/notes/note';
import type { Database } from '../db/open.ts';
import { plates } from '../db/schema.ts';
import type { LooseFileService } from '../files/looseFiles.ts';
import type { FileStore } from '../files/store.ts';
import { encodePng } from '../frames/raster.ts';
import { readStored } from '../frames/stored.ts';
import type { FiledRecording } from '../frames/recordings.ts';
import type { PlateFacts } from '../jobs/readPlate.ts';
import type { WorkPool } from '../jobs/pool.ts';
import { notFound, Problem } from '../problem.ts';
import { type PlateRow, toPlate } from './plateRow.ts';
import { readRows } from './unreadable.ts';
import { saveSeen } from './versioned.ts';
import type { ProfileService } from './profiles.ts';

/** Plates a pack carries, at most. */
const packPlates = 6;

export interface NewPlate {
  projectId: string;
  name: string;
  profileId: string;
  kind?: PlateKind;
  note?: string;
  record?: Partial<ShotRecord>;
  marks?: Mark[];
  shotNotes?: ShotNote[];
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

/** Plates of one answer: about a megabyte, read in a tenth of a second. */
const platesAPage = 200;

/** Where a page ends: the place of its last plate, and its ID, as two may have one place. */
const cursorAt = ({ position, id }: Pick<PlateRow, 'position' | 'id'>) => `${position}_${id}`;
const firstPage = '-1_';

function cursorOf(text: string): Pick<PlateRow, 'position' | 'id'> {
  const found = /^(-?\d{1,15})_(.{0,100})$/.exec(text);
  if (!found) throw new Problem(400, 'No such page', `after: "${text.slice(0, 40)}" is no end of a page.`);
  return { position: Number(found[1]), id: found[2] };
}

const cancelled = () => new Problem(499, 'Cancelled', 'The import was cancelled; nothing was kept.');

export class PlateService {
  /** Pictures that packs took along lately, as base64: a stored frame never changes. */
  private readonly carried = new RecentWork<string>(2 * packPlates);

  constructor(
    private readonly db: Database,
    private readonly files: FileStore,
    private readonly loose: LooseFileService,
    private readonly pool: WorkPool,
    private readonly profiles: ProfileService,
  ) {}

  /** A page of the plates of a project in their order, with those that cannot be read, and where the next one begins. */
  async page(projectId: string, after = firstPage, most = platesAPage) {
    const { position, id } = cursorOf(after);
    const rows = await this.db
      .select()
      .from(plates)
      .where(
        and(
          eq(plates.projectId, projectId),
          isNull(plates.deletedAt),
          or(gt(plates.position, position), and(eq(plates.position, position), gt(plates.id, id))),
        ),
      )
      .orderBy(plates.position, plates.id)
      .limit(most + 1);
    const shown = rows.slice(0, most);
    const last = shown.at(-1);
    return {
      ...readRows(shown, 'plate', { read: toPlate, nameOf: (row) => row.name }),
      next: last && rows.length > most ? cursorAt(last) : null,
    };
  }

  /** The plates of a project in their order, and those that cannot be read. Others are answered between its pages. */
  async list(projectId: string) {
    const [items, unreadable]: [Plate[], UnreadableRow[]] = [[], []];
    for (let next: string | null = firstPage; next !== null;) {
      const page: Awaited<ReturnType<PlateService['page']>> = await this.page(projectId, next);
      items.push(...page.items);
      unreadable.push(...page.unreadable);
      next = page.next;
      if (next !== null) await setImmediate();
    }
    return { items, unreadable };
  }

  /**
   * Plates of a project that can be read, with where their frames lie. References are finished pictures and no plates.
   * @param among profiles they may have; any of the project where none are said.
   */
  async recordings(projectId: string, among?: readonly Profile[]): Promise<FiledRecording[]> {
    const mine = and(eq(plates.projectId, projectId), eq(plates.kind, 'plate'), isNull(plates.deletedAt));
    const rows = await this.db.select().from(plates).where(mine).orderBy(plates.position, plates.id);
    const known = among ?? (await this.profiles.known(projectId));
    const byId = new Map(known.map((p) => [p.id, p]));
    return rows.flatMap((row) => {
      const profile = byId.get(row.profileId);
      const { items } = readRows([row], 'plate', { read: toPlate, nameOf: (r) => r.name });
      const { frameSha } = row;
      return items.flatMap((plate) =>
        profile ? [{ ...recordingOf(plate, profile), frameSha, path: this.files.pathOf(frameSha) }] : [],
      );
    });
  }

  /** Plates a pack is proved on and shown by, small: the first of each scene, and the cameras that recorded them. */
  async forPack(projectId: string): Promise<{ plates: SpecPlate[]; profiles: Profile[] }> {
    const known = await this.profiles.finished(projectId);
    const scenes = new Map<string, FiledRecording>();
    for (const plate of await this.recordings(projectId, known))
      if (!scenes.has(plate.scene)) scenes.set(plate.scene, plate);
    const chosen = [...scenes.values()].slice(0, packPlates);
    const carried: SpecPlate[] = [];
    // One by one: of whole frames there is never more than one in memory.
    for (const { id, name, profile, bits, shot, frameSha, path } of chosen) {
      const png = await this.carried.get(frameSha, async () => {
        const small = await encodePng(smallFrame(await readStored(path, name)));
        return small.toString('base64');
      });
      carried.push({ id, name, profileId: profile.id, shot, usedDepth: bits, png });
    }
    return {
      plates: carried,
      profiles: chosen.flatMap(({ profile }) => known.filter((p) => p.id === profile.id)),
    };
  }

  /** Is there, or was there, a plate of this ID? */
  async exists(id: string): Promise<boolean> {
    const rows = await this.db.select({ id: plates.id }).from(plates).where(eq(plates.id, id));
    return rows.length > 0;
  }

  /** The files of a plate, by checksum. */
  async filesOf(id: string): Promise<{ frameSha: string; thumbSha: string }> {
    const [row] = await this.db
      .select({ frameSha: plates.frameSha, thumbSha: plates.thumbSha })
      .from(plates)
      .where(eq(plates.id, id));
    if (!row) throw notFound('plate', id);
    return row;
  }

  async row(id: string): Promise<PlateRow> {
    const [row] = await this.db.select().from(plates).where(eq(plates.id, id));
    if (!row) throw notFound('plate', id);
    return row;
  }

  /** Adds a frame given as bytes. */
  async addBytes(bytes: Uint8Array, fileName: string, plate: NewPlate): Promise<ImportedPlate> {
    const { part, sha256 } = await this.files.writeStream([bytes]);
    return this.add({ path: part, sha256, fileName, isPart: true }, plate);
  }

  /**
   * Reads a frame (in a worker thread) and adds it as a plate. Throws a Problem naming the file; a refused or cancelled
   * frame leaves nothing behind.
   */
  async add(source: PlateSource, plate: NewPlate): Promise<ImportedPlate> {
    const framePart = this.files.newPart();
    const stored: string[] = [];
    try {
      await this.profiles.get(plate.profileId);
      const { path, fileName, time, signal } = source;
      const task = { path, fileName, framePart, ...(time === undefined ? {} : { time }) };
      const read = await this.pool.frames.run('readPlate', task, { signal }).catch((error: Error) => {
        throw signal?.aborted ? cancelled() : error;
      });
      if (signal?.aborted) throw cancelled();
      const frameSha = await this.files.adoptHashed(framePart);
      stored.push(frameSha);
      if (source.isPart) stored.push(await this.files.adopt(source.path, source.sha256));
      const thumbSha = await this.files.put(read.thumb);
      stored.push(thumbSha);
      return { plate: await this.insert(source, plate, read, { frameSha, thumbSha }), notes: read.notes };
    } catch (error) {
      await this.files.drop(framePart);
      if (source.isPart) await this.files.drop(source.path);
      // Where even this cannot be written down, the next sweep finds what nothing names.
      for (const note of this.loose.letGo(stored)) await note.catch(() => {});
      throw error;
    }
  }

  private async insert(
    source: PlateSource,
    plate: NewPlate,
    read: PlateFacts,
    made: { frameSha: string; thumbSha: string },
  ) {
    const { width, height, depth, format, facts, profileId = plate.profileId } = read;
    const { projectId, name, kind = 'plate', note = '', marks = [], record = {}, id = randomUUID() } = plate;
    const { shotNotes = [] } = plate;
    const [{ last }] = await this.db
      .select({ last: max(plates.position) })
      .from(plates)
      .where(eq(plates.projectId, projectId));
    const file = { sourceSha: source.sha256, sourceName: source.fileName, ...made };
    const [row] = await this.db
      .insert(plates)
      .values({
        id,
        projectId,
        position: (last ?? 0) + 1,
        name,
        kind,
        profileId,
        note,
        scene: sceneInName(name),
        marks,
        shotNotes,
        record: { ...emptyRecord, ...read.record, ...record },
        shot: neutralShot,
        ...file,
        width,
        height,
        depth,
        format,
        facts: storedFrameFacts.write(facts),
      })
      .returning();
    return toPlate(row);
  }

  async change(id: string, change: PlateChange, seenRevision: number): Promise<Plate> {
    if (change.profileId) await this.profiles.get(change.profileId);
    return saveSeen(
      {
        sayOf: (current) => `Plate "${current.name}"`,
        write: (next) =>
          this.db
            .update(plates)
            .set({ ...change, ...next })
            .where(and(eq(plates.id, id), eq(plates.revision, seenRevision), isNull(plates.deletedAt)))
            .returning(),
        read: toPlate,
        current: async () => {
          const there = await this.row(id);
          if (there.deletedAt === null) return toPlate(there);
          throw new Problem(
            409,
            'Plate is deleted',
            `Plate "${there.name}" was deleted meanwhile, so this edit was not saved. Restore the plate at Plates, then edit it again.`,
          );
        },
      },
      seenRevision,
    );
  }

  /** Takes a plate off the wall, or brings it back. Its files stay. */
  async setDeleted(id: string, deleted: boolean): Promise<Plate> {
    const deletedAt = deleted ? new Date().toISOString() : null;
    const [row] = await this.db.update(plates).set({ deletedAt }).where(eq(plates.id, id)).returning();
    if (!row) throw notFound('plate', id);
    return toPlate(row);
  }

  /** Removes a plate that was taken in by an import that was then cancelled; files that only it named go later. */
  async purge(id: string): Promise<void> {
    const row = await this.row(id);
    await this.db.batch([
      this.db.delete(plates).where(eq(plates.id, id)),
      ...this.loose.letGo([row.sourceSha, row.frameSha, row.thumbSha]),
    ]);
  }
}

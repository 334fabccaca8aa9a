import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import {
  type Clip,
  type ClipFacts,
  clipFactsSchema,
  type ImportedPlate,
} from '@velvet-dusk/core/api/contract';
import { storedKind } from '@velvet-dusk/core/document';
import { FormatError } from '@velvet-dusk/core/formats/error';
import type { Database } from '../db/open.ts';
import { clips } from '../db/schema.ts';
import type { LooseFileService } from '../files/looseFiles.ts';
import type { FileStore } from '../files/store.ts';
import { clipThumb, NoFfmpeg, readClipFacts } from '../frames/clip.ts';
import { notFound, Problem, toProblem } from '../problem.ts';
import type { PlateService } from './plates.ts';
import { whole } from './unreadable.ts';

type Row = typeof clips.$inferSelect;

/** Pictures along a clip to pick from. */
export const stripLength = 12;

/** Facts of a clip as they are stored. */
const stored = storedKind(clipFactsSchema, { kind: 'velvet-dusk/clip-facts', version: 1 });

const withoutEnding = (name: string) => name.replace(/\.[^.]+$/, '');

/** Clips are opened with FFmpeg where it is on the machine, and kept until frames have been picked. */
export class ClipService {
  constructor(
    private readonly db: Database,
    private readonly files: FileStore,
    private readonly loose: LooseFileService,
    private readonly plates: PlateService,
  ) {}

  private async row(id: string): Promise<Omit<Row, 'facts'> & { facts: ClipFacts }> {
    const [row] = await this.db.select().from(clips).where(eq(clips.id, id));
    if (!row) throw notFound('clip', id);
    return { ...row, facts: stored.read(whole(row.facts), `clip ${id}`) };
  }

  async open(projectId: string, file: { part: string; sha256: string }, name: string): Promise<Clip> {
    let facts: ClipFacts;
    try {
      facts = await readClipFacts(file.part, name);
    } catch (error) {
      await this.files.drop(file.part);
      if (error instanceof NoFfmpeg) throw new Problem(501, 'FFmpeg is missing', error.message);
      if (error instanceof FormatError) throw new Problem(422, 'File cannot be read', error.message);
      throw error;
    }
    await this.files.adopt(file.part, file.sha256);
    const clip = { id: randomUUID(), name, facts };
    await this.db.insert(clips).values({ ...clip, projectId, sha: file.sha256, facts: stored.write(facts) });
    return clip;
  }

  /** The file of a clip of a project. */
  async stored(id: string, projectId: string): Promise<{ sha: string; name: string }> {
    const row = await this.row(id);
    if (row.projectId !== projectId) throw notFound('clip', id);
    return { sha: row.sha, name: row.name };
  }

  /** Picture `index` of the strip, as JPEG. */
  async thumb(id: string, index: number): Promise<Buffer> {
    const row = await this.row(id);
    if (!(Number.isInteger(index) && index >= 0 && index < stripLength))
      throw notFound('picture', String(index));
    return clipThumb(this.files.pathOf(row.sha), (row.facts.duration * (index + 0.5)) / stripLength);
  }

  /** Takes frames of a clip in as plates. */
  async pick(id: string, times: number[], profileId: string, signal?: AbortSignal): Promise<ImportedPlate[]> {
    const row = await this.row(id);
    const late = times.find((t) => t > row.facts.duration);
    if (late !== undefined)
      throw new Problem(
        422,
        'No such frame',
        `${row.name}: there is no frame at ${late} s of ${row.facts.duration} s.`,
      );
    const source = {
      path: this.files.pathOf(row.sha),
      sha256: row.sha,
      fileName: row.name,
      isPart: false,
      signal,
    };
    const taken: ImportedPlate[] = [];
    for (const time of times) {
      const plate = {
        projectId: row.projectId,
        name: `${withoutEnding(row.name)} ${time.toFixed(2)} s`,
        profileId,
      };
      try {
        taken.push(await this.plates.add({ ...source, time }, plate));
      } catch (error) {
        if (taken.length === 0) throw error;
        const { status, title, detail } = toProblem(error);
        const kept = `${taken.length} of ${times.length} frames had been taken in before it, and are kept.`;
        throw new Problem(status, title, `${detail} ${kept}`, { taken });
      }
    }
    return taken;
  }

  /** Forgets a clip; its file goes later where nothing else names it. */
  async close(id: string): Promise<void> {
    // What it holds need not be readable for that.
    const [row] = await this.db.select({ sha: clips.sha }).from(clips).where(eq(clips.id, id));
    if (!row) throw notFound('clip', id);
    await this.db.batch([this.db.delete(clips).where(eq(clips.id, id)), ...this.loose.letGo([row.sha])]);
  }
}

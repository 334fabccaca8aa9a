import { randomUUID } from 'node:crypto';
import { stat } from 'node:fs/promises';
import { and, asc, eq, inArray } from 'drizzle-orm';
import { type InspectedFile, mostInspected } from '@velvet-dusk/core/api/inspected';
import type { Database } from '../db/open.ts';
import { inspected } from '../db/schema.ts';
import { Problem } from '../problem.ts';
import type { ReceivedFile } from '../routes/receiveFile.ts';
import type { LutService } from './luts.ts';

/** Rows written or asked for at once: SQLite takes so many values in a statement. */
const atOnce = 500;

interface Added {
  path: string;
  sha256: string;
  origin: string;
}

/** LUT files a project looks at. The files are stored by checksum, as those of placed LUTs are. */
export class InspectedService {
  constructor(
    private readonly db: Database,
    private readonly luts: LutService,
  ) {}

  async list(projectId: string): Promise<InspectedFile[]> {
    const { id, path, sha256, size, origin } = inspected;
    return this.db
      .select({ id, path, sha256, size, origin })
      .from(inspected)
      .where(eq(inspected.projectId, projectId))
      .orderBy(asc(path));
  }

  /** Takes in a received file. One whose path is there already with other values is called by another. Throws a Problem. */
  async add(projectId: string, file: ReceivedFile, path: string, origin: string): Promise<InspectedFile> {
    const name = path.split('/').pop() ?? path;
    await this.luts.add(file, name.slice(0, 200), 'readAnyLut');
    const [row] = await this.put(projectId, [{ path, sha256: file.sha256, origin }]);
    return row;
  }

  /** Lists files that are stored. Throws a Problem for one that is not, and for more than a list holds. */
  async put(projectId: string, added: readonly Added[]): Promise<InspectedFile[]> {
    const out: InspectedFile[] = [];
    for (const { path, sha256, origin } of added) {
      const { size } = await stat(await this.luts.path(sha256));
      out.push(await this.putOne(projectId, { path, sha256, origin }, size));
    }
    return out;
  }

  private async putOne(
    projectId: string,
    { path, sha256, origin }: Added,
    size: number,
  ): Promise<InspectedFile> {
    const known = await this.db
      .select({ id: inspected.id, path: inspected.path, sha256: inspected.sha256 })
      .from(inspected)
      .where(eq(inspected.projectId, projectId));
    const same = known.find((k) => k.path === path && k.sha256 === sha256);
    if (same) return { id: same.id, path, sha256, size, origin };
    if (known.length >= mostInspected)
      throw new Problem(
        422,
        'List is full',
        `${path}: a list holds ${mostInspected} files. Take some off first.`,
      );
    const taken = new Set(known.map((k) => k.path));
    const row = { id: randomUUID(), path: freePath(path, taken), sha256, size, origin };
    await this.db.insert(inspected).values({ ...row, projectId, createdAt: new Date().toISOString() });
    return row;
  }

  /** Takes files off the list; they stay stored, so that they can be put back. */
  async remove(projectId: string, ids: readonly string[]): Promise<void> {
    for (let i = 0; i < ids.length; i += atOnce)
      await this.db
        .delete(inspected)
        .where(and(eq(inspected.projectId, projectId), inArray(inspected.id, ids.slice(i, i + atOnce))));
  }
}

/** A path that is not taken: with a number before its ending. */
function freePath(path: string, taken: ReadonlySet<string>): string {
  if (!taken.has(path)) return path;
  const dot = path.lastIndexOf('.') > path.lastIndexOf('/') ? path.lastIndexOf('.') : path.length;
  for (let n = 2; ; n++) {
    const other = `${path.slice(0, dot)}-${n}${path.slice(dot)}`;
    if (!taken.has(other)) return other;
  }
}

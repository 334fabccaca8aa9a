import { eq } from 'drizzle-orm';
import type { ImportedLut } from '@velvet-dusk/core/api/contract';
import type { Look } from '@velvet-dusk/core/look/document';
import { lutsOf } from '@velvet-dusk/core/look/steps/placedLut';
import type { Database } from '../db/open.ts';
import { luts } from '../db/schema.ts';
import type { FileStore } from '../files/store.ts';
import type { LutFile } from '../files/lutFile.ts';
import type { WorkPool } from '../jobs/pool.ts';
import { notFound } from '../problem.ts';
import type { ReceivedFile } from '../routes/receiveFile.ts';

/** Imported LUTs: files by checksum, named by the looks that hold them. */
export class LutService {
  constructor(
    private readonly db: Database,
    private readonly files: FileStore,
    private readonly pool: WorkPool,
  ) {}

  /** Takes in a received file that reads as a LUT; pictures only where they are asked for: no look can place one. Throws a Problem with its place; nothing is kept then. */
  async add(
    { part, sha256, signal }: ReceivedFile,
    name: string,
    kind: 'readLut' | 'readAnyLut' = 'readLut',
  ): Promise<ImportedLut> {
    try {
      const read = await this.pool.foreign.run(kind, { path: part, fileName: name }, { signal });
      await this.files.adopt(part, sha256);
      const row = { sha256, name, createdAt: new Date().toISOString() };
      await this.db.insert(luts).values(row).onConflictDoNothing();
      return { lut: { sha256, name }, ...read };
    } catch (error) {
      await this.files.drop(part);
      throw error;
    }
  }

  async path(sha256: string): Promise<string> {
    // Frames and packs are stored beside them; those are no LUTs.
    const [row] = await this.db.select().from(luts).where(eq(luts.sha256, sha256));
    if (!row || !(await this.files.has(sha256))) throw notFound('LUT', sha256);
    return this.files.pathOf(sha256);
  }

  /** The files a look's placed LUTs name. Missing ones are left to the compiler, which says them by name. */
  of(look: Look): LutFile[] {
    return lutsOf(look.steps).map((lut) => ({ ...lut, path: this.files.pathOf(lut.sha256) }));
  }
}

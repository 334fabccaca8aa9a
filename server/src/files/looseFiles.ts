import { existsSync } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import { and, eq, lt, not, or, type SQL, sql } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { LooseFile, LooseFiles } from '@velvet-dusk/core/api/contract';
import type { Database } from '../db/open.ts';
import { artefacts, clips, jobs, looks, looseFiles, lookVersions, luts, plates } from '../db/schema.ts';
import type { FileStore } from './store.ts';

/** Milliseconds for which a file that nothing names stays. */
const longestLoose = 24 * 3_600_000;

/** Rows read at once. */
const rowsAtOnce = 200;

/** Columns that are the checksum of a stored file. */
const checksums: readonly SQLiteColumn[] = [
  plates.sourceSha,
  plates.frameSha,
  plates.thumbSha,
  clips.sha,
  artefacts.sha256,
  luts.sha256,
];
/** Columns of documents that may name some; their text is searched, so that one that cannot be read names its files too. */
const documents: readonly SQLiteColumn[] = [looks.document, lookVersions.document, jobs.payload];

/** What stands in the first twelve bytes of files of a kind, and how names of that kind end. */
const endings: readonly [head: string, ending: string][] = [
  ['PNG', '.png'],
  ['PK', '.zip'],
  ['ftyp', '.mp4'],
  ['II*', '.tif'],
  ['MM\0*', '.tif'],
  ['JFIF', '.jpg'],
  ['SDPX', '.dpx'],
  ['XPDS', '.dpx'],
  ['\x76\x2f\x31\x01', '.exr'],
  ['#', '.cube'],
  ['TITLE', '.cube'],
  ['LUT_', '.cube'],
];

/** Whether loose files have to stay, and the end of that. */
interface Hold {
  isHeld(): Promise<boolean>;
  settle(): Promise<void>;
}

/** Does any row name a file? */
const isNamed = (sha256: SQL | SQLiteColumn): SQL =>
  or(
    ...checksums.map((c) => sql`EXISTS (SELECT 1 FROM ${c.table} WHERE ${c} = ${sha256})`),
    ...documents.map((c) => sql`EXISTS (SELECT 1 FROM ${c.table} WHERE instr(${c}, ${sha256}) > 0)`),
  )!;

/**
 * Stored files that no row names: what is left of a cancelled import, of a closed clip, of a killed server. Each stays for
 * a day and is looked at again before it goes, since the same bytes may be in use elsewhere, or come to be.
 */
export class LooseFileService {
  constructor(
    private readonly db: Database,
    private readonly files: FileStore,
    private readonly hold: Hold,
  ) {}

  /** Statements that note files as loose, to be run in one batch with what drops the rows that named them. */
  letGo(shas: readonly string[], now = new Date()) {
    const since = now.toISOString();
    return shas
      .filter((sha256) => sha256 !== '')
      .map((sha256) =>
        this.db
          .insert(looseFiles)
          .values({ sha256, since })
          .onConflictDoUpdate({ target: looseFiles.sha256, set: { since } }),
      );
  }

  /** Notes what nothing names, and removes what has been so for a day. @returns how many files went. */
  async sweep(now = new Date()): Promise<number> {
    await this.findUnnamed(now);
    await this.db.delete(looseFiles).where(isNamed(looseFiles.sha256));
    if (await this.hold.isHeld()) return 0;
    const limit = new Date(now.getTime() - longestLoose);
    let removed = 0;
    for (const { sha256 } of await this.since(limit)) if (await this.remove(sha256, limit)) removed++;
    return removed;
  }

  /** All of them, the newest first, and whether they wait for somebody's word. */
  async list(): Promise<LooseFiles> {
    return { held: await this.hold.isHeld(), files: await this.found() };
  }

  private async found(): Promise<LooseFile[]> {
    const rows = await this.db
      .select()
      .from(looseFiles)
      .where(not(isNamed(looseFiles.sha256)));
    const found = await Promise.all(
      rows.map(async ({ sha256, since }) => {
        const facts = await stat(this.files.pathOf(sha256)).catch(() => null);
        return facts ? [{ sha256, since, size: facts.size, stored: facts.mtime.toISOString() }] : [];
      }),
    );
    return found.flat().sort((a, b) => b.stored.localeCompare(a.stored));
  }

  /** Removes all of them now, and ends the hold: somebody has said so. */
  async removeAll(): Promise<void> {
    for (const { sha256 } of await this.found()) await this.remove(sha256, new Date());
    await this.hold.settle();
  }

  /** Where one lies; null where it is none. */
  async pathOf(sha256: string): Promise<string | null> {
    const [row] = await this.db.select().from(looseFiles).where(eq(looseFiles.sha256, sha256));
    const path = this.files.pathOf(sha256);
    return row && existsSync(path) ? path : null;
  }

  /** The ending of a file's name, by its first bytes; none where those are not known. */
  async endingOf(path: string): Promise<string> {
    const file = await open(path);
    const { buffer } = await file.read(Buffer.alloc(12), 0, 12, 0).finally(() => file.close());
    return endings.find(([head]) => buffer.includes(head))?.[1] ?? '';
  }

  private since(limit: Date) {
    return this.db.select().from(looseFiles).where(lt(looseFiles.since, limit.toISOString()));
  }

  private async findUnnamed(now: Date): Promise<void> {
    const named = await this.namedFiles();
    for await (const sha256 of this.files.stored())
      if (!named.has(sha256))
        await this.db.insert(looseFiles).values({ sha256, since: now.toISOString() }).onConflictDoNothing();
  }

  /** Every checksum any row names; a few rows at a time, since requests are answered meanwhile. */
  private async namedFiles(): Promise<Set<string>> {
    const named = new Set<string>();
    for (const column of [...checksums, ...documents])
      for (let at = 0; ; at += rowsAtOnce) {
        const text = sql<string | null>`${column}`;
        const rows = await this.db.select({ text }).from(column.table).limit(rowsAtOnce).offset(at);
        for (const row of rows) for (const sha of row.text?.match(/[0-9a-f]{64}/g) ?? []) named.add(sha);
        if (rows.length < rowsAtOnce) break;
      }
    return named;
  }

  private async remove(sha256: string, limit: Date): Promise<boolean> {
    // Stored anew meanwhile, its row is only about to be written.
    const facts = await stat(this.files.pathOf(sha256)).catch(() => null);
    if (facts && facts.mtime > limit) return false;
    const gone = await this.db
      .delete(looseFiles)
      .where(and(eq(looseFiles.sha256, sha256), not(isNamed(sql`${sha256}`))))
      .returning();
    if (gone.length > 0) await this.files.remove(sha256);
    return gone.length > 0;
  }
}

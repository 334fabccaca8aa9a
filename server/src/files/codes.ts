import { mkdir, open, readdir, rename, rm, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import PQueue from 'p-queue';
import { codesOfStored, isCodes } from '../frames/stored.ts';
import type { FileStore } from './store.ts';

/** Bytes that are kept; the one that was asked for longest ago goes first. */
const maxBytes = 2 * 1024 ** 3;

/**
 * Codes of stored frames as files: the stored file itself; smaller sizes, and frames that an earlier release stored packed, are
 * made once and kept. One is made at a time, whoever asks.
 */
export class CodeFiles {
  private readonly folder: string;
  private readonly making = new Map<string, Promise<string | Buffer>>();
  private readonly line = new PQueue({ concurrency: 1 });

  constructor(private readonly files: FileStore) {
    this.folder = files.cacheFolder;
  }

  async prepare(): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    await this.makeRoom();
  }

  /**
   * Where the codes of a stored frame lie, or the codes themselves where the disk does not take them. Throws where the
   * frame is missing.
   * @param width pixels it is made smaller to; as large as it is where none are said.
   */
  async of(sha256: string, width?: number): Promise<string | Buffer> {
    const stored = this.files.pathOf(sha256);
    if (!width && (await isCodes(stored))) return stored;
    const name = width ? `${sha256}-${width}` : sha256;
    const path = join(this.folder, `${name}.rgb16`);
    const there = await stat(path).catch(() => null);
    if (there) {
      await utimes(path, new Date(), there.mtime).catch(() => {});
      return path;
    }
    let making = this.making.get(name);
    if (!making) {
      making = this.line.add(() => this.make(sha256, path, width)).finally(() => this.making.delete(name));
      this.making.set(name, making);
    }
    return making;
  }

  private async make(sha256: string, path: string, width?: number): Promise<string | Buffer> {
    const parts = await codesOfStored(this.files.pathOf(sha256), width);
    const part = this.files.newPart();
    try {
      const file = await open(part, 'wx');
      try {
        for (const bytes of parts) await file.writeFile(bytes);
      } finally {
        await file.close();
      }
      await rename(part, path);
      await this.makeRoom();
      return path;
    } catch {
      // A full disk must not keep a frame from being seen.
      await this.files.drop(part).catch(() => {});
      return Buffer.concat(parts);
    }
  }

  private async makeRoom(): Promise<void> {
    const all = [];
    for (const name of await readdir(this.folder)) {
      const path = join(this.folder, name);
      const facts = await stat(path).catch(() => null);
      if (facts) all.push({ path, size: facts.size, used: facts.atimeMs });
    }
    let bytes = all.reduce((sum, f) => sum + f.size, 0);
    for (const { path, size } of all.sort((a, b) => a.used - b.used)) {
      if (bytes <= maxBytes) return;
      await rm(path, { force: true });
      bytes -= size;
    }
  }
}

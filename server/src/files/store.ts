import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { access, type FileHandle, mkdir, open, readdir, readFile, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Writes all of a chunk: one call may take less, and says so only in its result. */
async function writeWhole(file: FileHandle, chunk: Uint8Array): Promise<void> {
  for (let at = 0; at < chunk.length;) {
    const { bytesWritten } = await file.write(chunk, at);
    if (bytesWritten === 0) throw Object.assign(new Error('the disk takes no more'), { code: 'ENOSPC' });
    at += bytesWritten;
  }
}

async function sha256OfFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/** Files by the SHA-256 of their bytes. A file is complete as soon as it can be found under its name. */
export class FileStore {
  private readonly parts: string;

  /** What can be made again of what is stored. */
  get cacheFolder(): string {
    return join(this.folder, 'cache');
  }

  constructor(private readonly folder: string) {
    this.parts = join(folder, 'parts');
  }

  /** Makes the folders and throws away parts that a killed server left behind. */
  async prepare(): Promise<void> {
    await mkdir(this.parts, { recursive: true });
    for (const left of await readdir(this.parts)) await rm(join(this.parts, left), { force: true });
  }

  pathOf(sha256: string): string {
    return join(this.folder, sha256.slice(0, 2), sha256);
  }

  /** A fresh place for a file that is still being written. */
  newPart(): string {
    return join(this.parts, randomUUID());
  }

  /**
   * Writes a stream to a fresh part, its checksum counted on the way. Throws what `tooLarge` makes once more than
   * `limit` bytes have come, and whatever the stream throws; the part is gone then.
   */
  async writeStream(
    stream: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
    limit = Infinity,
    tooLarge = () => new RangeError('more bytes than were announced'),
  ): Promise<{ part: string; sha256: string; size: number }> {
    const part = this.newPart();
    const file = await open(part, 'wx');
    const hash = createHash('sha256');
    let size = 0;
    try {
      for await (const chunk of stream) {
        size += chunk.length;
        if (size > limit) throw tooLarge();
        hash.update(chunk);
        await writeWhole(file, chunk);
      }
      await file.sync();
      await file.close();
      return { part, sha256: hash.digest('hex'), size };
    } catch (error) {
      await file.close();
      await this.drop(part);
      throw error;
    }
  }

  /** Removes a file that nothing names any more. */
  async remove(sha256: string): Promise<void> {
    await rm(this.pathOf(sha256), { force: true });
  }

  /** Stores bytes and returns their checksum. */
  async put(bytes: Uint8Array): Promise<string> {
    const { part, sha256 } = await this.writeStream([bytes]);
    return this.adopt(part, sha256);
  }

  async drop(part: string): Promise<void> {
    await rm(part, { force: true });
  }

  /**
   * Takes over a finished, synced part under its checksum, once its bytes have been read back and have that checksum.
   * Throws where they have not; the part stays then.
   */
  async adopt(part: string, sha256: string): Promise<string> {
    const found = await sha256OfFile(part);
    if (found !== sha256) throw new Error(`what was written reads back as ${found}, not as ${sha256}`);
    return this.place(part, sha256);
  }

  /** Takes over a finished, synced part under the checksum of what it holds. */
  async adoptHashed(part: string): Promise<string> {
    return this.place(part, await sha256OfFile(part));
  }

  private async place(part: string, sha256: string): Promise<string> {
    const target = this.pathOf(sha256);
    await mkdir(dirname(target), { recursive: true });
    await rename(part, target);
    const folder = await open(dirname(target));
    await folder.sync().finally(() => folder.close());
    return sha256;
  }

  /** Checksums of everything stored. */
  async *stored(): AsyncGenerator<string> {
    for (const folder of await readdir(this.folder))
      if (/^[0-9a-f]{2}$/.test(folder))
        for (const name of await readdir(join(this.folder, folder)))
          if (/^[0-9a-f]{64}$/.test(name)) yield name;
  }

  /** A stored JSON file. */
  async json<T>(sha256: string): Promise<T> {
    return JSON.parse(await readFile(this.pathOf(sha256), 'utf8')) as T;
  }

  async has(sha256: string): Promise<boolean> {
    return access(this.pathOf(sha256)).then(
      () => true,
      () => false,
    );
  }
}

import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { access, mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';

export const sha256Of = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** Files by the SHA-256 of their bytes. A file is complete as soon as it can be found under its name. */
export class FileStore {
  private readonly parts: string;

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

  /** Writes bytes to a fresh part, on the disk when this returns. */
  async writePart(bytes: Uint8Array): Promise<string> {
    const part = this.newPart();
    const file = await open(part, 'wx');
    await file.writeFile(bytes);
    await file.sync();
    await file.close();
    return part;
  }

  /**
   * Writes a stream to a fresh part, its checksum counted on the way. Throws what `tooLarge` makes once more than
   * `limit` bytes have come, and whatever the stream throws; the part is gone then.
   */
  async writeStream(
    stream: AsyncIterable<Uint8Array>,
    limit: number,
    tooLarge: () => Error,
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
        await file.write(chunk);
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

  async put(bytes: Uint8Array): Promise<string> {
    return this.adopt(await this.writePart(bytes), sha256Of(bytes));
  }

  async drop(part: string): Promise<void> {
    await rm(part, { force: true });
  }

  /** Takes over a finished, synced part under its checksum. */
  async adopt(part: string, sha256: string): Promise<string> {
    const target = this.pathOf(sha256);
    await mkdir(dirname(target), { recursive: true });
    await rename(part, target);
    return sha256;
  }

  /** Takes over a finished, synced part under the checksum of what it holds. */
  async adoptHashed(part: string): Promise<string> {
    const hash = createHash('sha256');
    for await (const chunk of createReadStream(part)) hash.update(chunk as Buffer);
    return this.adopt(part, hash.digest('hex'));
  }

  async has(sha256: string): Promise<boolean> {
    return access(this.pathOf(sha256)).then(
      () => true,
      () => false,
    );
  }
}

import type { Stats } from 'node:fs';
import { lstat, open, realpath, rename, rm, stat, writeFile } from 'node:fs/promises';
import { UsageError } from './errors.ts';
import { fileProblem } from './files.ts';

const found = (path: string): Promise<Stats | undefined> => stat(path).catch(() => undefined);

/** A file that is written when a command is done. */
export class Output {
  private constructor(
    private readonly named: string,
    /** Where the bytes go: what a link leads to. */
    private readonly path: string,
    /** A pipe or a device takes bytes as they come; there is nothing to replace. */
    private readonly isStream: boolean,
  ) {}

  /**
   * Looks at what is under a name before any work is done. Throws a UsageError where it is an input, a folder, or a file
   * that nobody said may be replaced.
   */
  static async check(path: string, inputs: readonly string[], force: boolean): Promise<Output> {
    const there = await found(path);
    if (!there) {
      if ((await lstat(path).catch(() => undefined))?.isSymbolicLink())
        throw new UsageError(`--out: ${path} is a link to nothing`);
      return new Output(path, path, false);
    }
    if (there.isDirectory()) throw new UsageError(`--out: ${path} is a folder; name a file in it`);
    if (!there.isFile()) return new Output(path, path, true);
    for (const input of inputs) {
      const source = await found(input);
      if (source?.dev === there.dev && source.ino === there.ino)
        throw new UsageError(`--out: ${path} is the input ${input}; name another file`);
    }
    if (!force) throw new UsageError(`--out: ${path} is there already; --force replaces it`);
    return new Output(path, await realpath(path), false);
  }

  /** Writes beside the target and renames, so that no half file is ever found under the name. */
  async write(data: Uint8Array | string): Promise<void> {
    const temporary = `${this.path}.part-${process.pid}`;
    try {
      if (this.isStream) return await writeFile(this.path, data);
      const file = await open(temporary, 'wx');
      await file.writeFile(data);
      await file.sync();
      await file.close();
      await rename(temporary, this.path);
    } catch (error) {
      await rm(temporary, { force: true });
      throw fileProblem(this.named, 'written', error);
    }
  }
}

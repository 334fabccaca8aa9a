import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { filesBelow } from './finish.ts';

/** Rows of digits pack almost as well at a quick level, in a third of the time. */
const compressionLevel = 2;
/** Packs carry no time, so that the same pack is the same file. The format counts from 1980. */
const noTime = new Date(1980, 0, 1);

/** Streams a folder as a zip. @param top the folder its files stand in. */
export async function streamZip(
  folder: string,
  top: string,
  to: Writable,
  signal?: AbortSignal,
): Promise<void> {
  // The types of the library are older than it is.
  const options = { mtime: noTime, mode: 0o100644, compressionLevel } as Partial<yazl.Options>;
  const zip = new yazl.ZipFile();
  for (const path of await filesBelow(folder)) zip.addFile(join(folder, path), `${top}/${path}`, options);
  zip.end();
  await pipeline(zip.outputStream, to, signal ? { signal } : {});
}

/** Writes a folder as a zip beside its place and renames, so that no half zip is found under the name. */
export async function writeZip(
  folder: string,
  top: string,
  path: string,
  signal?: AbortSignal,
): Promise<void> {
  // A name of its own: what stands beside the place is somebody's.
  const part = `${path}.part-${randomUUID()}`;
  try {
    await streamZip(folder, top, createWriteStream(part, { flags: 'wx' }), signal);
    const file = await open(part, 'r+');
    await file.sync();
    await file.close();
    await rename(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

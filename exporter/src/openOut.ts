import { createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join, normalize } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import yauzl from 'yauzl';
import { filesBelow, manifestName } from './finish.ts';

/** The most a zip may open out to: a bomb is refused before the disk is full. */
const largestUnzipped = 20_000_000_000;

/** Opens a zip out into a folder. Throws where a name leads out of it. */
async function unzip(path: string, into: string): Promise<void> {
  const open = promisify(yauzl.open) as unknown as (p: string, o: yauzl.Options) => Promise<yauzl.ZipFile>;
  const zip = await open(path, { lazyEntries: true, autoClose: true });
  let bytes = 0;
  await new Promise<void>((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', resolve);
    zip.on('entry', (entry: yauzl.Entry) => {
      bytes += entry.uncompressedSize;
      const target = normalize(join(into, entry.fileName));
      if (!target.startsWith(into) || bytes > largestUnzipped) {
        reject(new Error(`${path}: ${entry.fileName} is not opened out`));
        return;
      }
      if (entry.fileName.endsWith('/')) return zip.readEntry();
      zip.openReadStream(entry, (error, stream) => {
        if (error) return reject(error);
        mkdir(dirname(target), { recursive: true })
          .then(() => pipeline(stream, createWriteStream(target)))
          .then(() => zip.readEntry())
          .catch(reject);
      });
    });
    zip.readEntry();
  });
}

/** Runs on the folder a zip opens out to, and removes it afterwards. */
export async function withOpened<R>(path: string, run: (folder: string) => Promise<R>): Promise<R> {
  const into = await mkdtemp(join(tmpdir(), 'pack-'));
  try {
    await unzip(path, into);
    return await run(into);
  } finally {
    await rm(into, { recursive: true, force: true });
  }
}

/** Runs on a pack as a folder, be it one or a zip of one. */
export async function withFolder<R>(path: string, run: (folder: string) => Promise<R>): Promise<R> {
  if ((await stat(path)).isDirectory()) return run(path);
  return withOpened(path, async (into) => {
    const manifest = (await filesBelow(into)).find(
      (f) => f.endsWith(`/${manifestName}`) || f === manifestName,
    );
    if (!manifest) throw new Error(`${path}: there is no ${manifestName} in it`);
    return run(join(into, dirname(manifest)));
  });
}

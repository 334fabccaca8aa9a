import { createWriteStream } from 'node:fs';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import yauzl from 'yauzl';
import { filesBelow, manifestName } from './finish.ts';
import { placeIn } from './placeIn.ts';

/** The most a zip may open out to: a bomb is refused before the disk is full. */
const largestUnzipped = 20_000_000_000;

/** Opens a zip out into a folder. Throws where a name leads out of it. */
async function unzip(path: string, into: string): Promise<void> {
  const open = promisify(yauzl.open) as unknown as (p: string, o: yauzl.Options) => Promise<yauzl.ZipFile>;
  const zip = await open(path, { lazyEntries: true, autoClose: true });
  let bytes = 0;
  const targets = new Set<string>();
  await new Promise<void>((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', resolve);
    zip.on('entry', (entry: yauzl.Entry) => {
      bytes += entry.uncompressedSize;
      const target = placeIn(into, entry.fileName);
      if (target && targets.has(target)) {
        reject(
          new Error(`${path}: two entries are called ${entry.fileName}; one would write over the other`),
        );
        return;
      }
      targets.add(target ?? '');
      if (!target || bytes > largestUnzipped) {
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

/** A pack as a folder, and what ends its use. */
interface OpenFolder {
  folder: string;
  close(): Promise<void>;
}

/**
 * Opens a pack, be it a folder or a zip of one. Throws where it is none.
 * @param under where a zip is opened out; the system's folder for passing things where nothing is said.
 */
export async function openFolder(path: string, under = tmpdir()): Promise<OpenFolder> {
  if ((await stat(path)).isDirectory()) return { folder: path, close: async () => {} };
  const { folder: into, close } = await openZip(path, under);
  try {
    const manifest = (await filesBelow(into)).find(
      (f) => f.endsWith(`/${manifestName}`) || f === manifestName,
    );
    if (!manifest) throw new Error(`${path}: there is no ${manifestName} in it`);
    return { folder: join(into, dirname(manifest)), close };
  } catch (error) {
    await close();
    throw error;
  }
}

async function openZip(path: string, under: string): Promise<OpenFolder> {
  const into = await mkdtemp(join(under, 'opened-'));
  const close = () => rm(into, { recursive: true, force: true });
  try {
    await unzip(path, into);
    return { folder: into, close };
  } catch (error) {
    await close();
    throw error;
  }
}

/** Runs on the folder a zip opens out to, and removes it afterwards. */
export async function withOpened<R>(path: string, run: (folder: string) => Promise<R>): Promise<R> {
  const { folder, close } = await openZip(path, tmpdir());
  return run(folder).finally(close);
}

/** Runs on a pack as a folder, be it one or a zip of one. */
export async function withFolder<R>(path: string, run: (folder: string) => Promise<R>): Promise<R> {
  const { folder, close } = await openFolder(path);
  return run(folder).finally(close);
}

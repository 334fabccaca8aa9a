import { mkdir, open, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Writes a file, and waits until it is on the disk. @param flags `wx` refuses one that is there. */
async function writeSynced(path: string, data: string | Uint8Array, flags: 'w' | 'wx'): Promise<void> {
  const file = await open(path, flags);
  try {
    await file.writeFile(data);
    await file.sync();
  } finally {
    await file.close();
  }
}

/** Writes a file below a folder. */
export async function putFile(folder: string, path: string, data: string | Uint8Array): Promise<void> {
  await mkdir(dirname(join(folder, path)), { recursive: true });
  await writeSynced(join(folder, path), data, 'w');
}

/** Writes a file that is not there yet. */
export const writeNew = (path: string, data: Uint8Array): Promise<void> => writeSynced(path, data, 'wx');

/** Writes beside the place and renames, so that no half file is ever found under its name. */
export async function writeWhole(path: string, data: Uint8Array): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
  await writeSynced(`${path}.part`, data, 'w');
  await rename(`${path}.part`, path);
}

import { access, constants, mkdir, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { filesFolder, prefix } from './paths.ts';
import { StartError } from './startError.ts';

/** What a system says about a folder, in words with a remedy. */
const remedies: Record<string, (folder: string) => string> = {
  EACCES: (folder) =>
    `${folder} may not be written to. Change its rights, or set DUSK_DATA to another folder.`,
  EPERM: (folder) =>
    `${folder} may not be written to. Change its rights, or set DUSK_DATA to another folder.`,
  EROFS: (folder) => `${folder} lies on a disk that can only be read. Set DUSK_DATA to a folder elsewhere.`,
  ENOTDIR: (folder) => `${folder} is a file, not a folder. Set DUSK_DATA to a folder.`,
  EEXIST: (folder) => `${folder} is a file, not a folder. Set DUSK_DATA to a folder.`,
  ENOSPC: (folder) => `The disk that holds ${folder} is full. Make room on it, then start again.`,
};

export function folderError(error: unknown, folder: string): unknown {
  const remedy = remedies[(error as NodeJS.ErrnoException).code ?? ''];
  return remedy ? new StartError(remedy(folder)) : error;
}

const isOurs = (name: string) => name.startsWith(prefix) || name === filesFolder;

/** Makes a data folder, or finds it to be one. Throws a StartError where it cannot be written or holds other things. */
export async function prepareFolder(folder: string): Promise<void> {
  let names: string[];
  try {
    await mkdir(folder, { recursive: true });
    await access(folder, constants.W_OK | constants.X_OK);
    names = await readdir(folder);
  } catch (error) {
    throw folderError(error, folder);
  }
  const foreign = names.find((name) => !isOurs(name));
  if (foreign !== undefined && !names.some(isOurs))
    throw new StartError(
      `${folder} holds other things ("${foreign}") and no project of ours. Set DUSK_DATA to an empty folder.`,
    );
}

/** Has a folder files of a project? */
export async function hasFiles(folder: string): Promise<boolean> {
  const names = await readdir(join(folder, filesFolder)).catch(() => []);
  return names.some((name) => /^[0-9a-f]{2}$/.test(name));
}

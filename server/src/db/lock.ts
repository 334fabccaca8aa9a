import { readFile, rm, writeFile } from 'node:fs/promises';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { folderError } from './folder.ts';
import { holderPath, lockPath } from './paths.ts';
import { StartError } from './startError.ts';

/**
 * Locks a data folder for this process until the returned function is called. The lock is a write transaction on a
 * database of its own: the system lets go of it whatever way the process ends, so none is ever left behind.
 * Throws a StartError where another server holds it.
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  let client;
  try {
    client = createClient({ url: pathToFileURL(lockPath(folder)).href });
    const held = await client.transaction('write');
    // Only for the words of a refusal: a full disk must not keep a server from starting.
    await writeFile(holderPath(folder), String(process.pid)).catch(() => {});
    return async () => {
      held.close();
      client!.close();
      await rm(holderPath(folder), { force: true });
    };
  } catch (error) {
    client?.close();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) {
      const holder = await readFile(holderPath(folder), 'utf8').catch(() => '');
      throw new StartError(
        `Another server${holder && ` (process ${holder})`} is working in ${folder}. ` +
          'Stop it, or set DUSK_DATA to another folder. Nothing was changed.',
      );
    }
    throw folderError(error, folder);
  }
}

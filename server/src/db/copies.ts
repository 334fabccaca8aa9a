import { existsSync } from 'node:fs';
import { open, readdir, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Client } from '@libsql/client';
import { copyPath, databasePath, restoredPath } from './paths.ts';
import { dropSums } from './pageSums.ts';
import { StartError } from './startError.ts';

/** Empties the write-ahead log into the database, then keeps a copy of it: the last good one. */
export async function keepCopy(client: Client, folder: string): Promise<void> {
  const part = `${copyPath(folder)}.part`;
  await rm(part, { force: true });
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  await client.execute({ sql: 'VACUUM INTO ?', args: [part] });
  const file = await open(part, 'r+');
  await file.sync();
  await file.close();
  await rename(part, copyPath(folder));
}

const damagedMark = '.damaged-';

const settledMark = '.settled-';

/**
 * Is the database of a folder an older one than its files, or does a damaged one lie beside it that names files of its own?
 * Then no file may go until somebody says so.
 */
export const isRestored = async (folder: string): Promise<boolean> =>
  existsSync(restoredPath(folder)) || (await readdir(folder)).some((name) => name.includes(damagedMark));

/** Somebody says that the files of a restored database are in order; the damaged one stays, under another name. */
export async function settleRestored(folder: string): Promise<void> {
  for (const name of await readdir(folder))
    if (name.includes(damagedMark))
      await rename(join(folder, name), join(folder, name.replace(damagedMark, settledMark)));
  await rm(restoredPath(folder), { force: true });
}

/** Puts the last good copy in the place of the database, which is kept under another name. */
export async function restoreCopy(folder: string): Promise<void> {
  const [database, copy] = [databasePath(folder), copyPath(folder)];
  if (!existsSync(copy)) throw new StartError(`There is no copy of the database in ${folder} to go on from.`);
  // First: wherever this is killed, no file is taken for nobody's.
  await writeFile(restoredPath(folder), `${new Date().toISOString()}\n`);
  const aside = `${database}${damagedMark}${new Date().toISOString().replaceAll(/[:.]/g, '-')}`;
  for (const tail of ['', '-wal', '-shm'])
    if (existsSync(`${database}${tail}`)) await rename(`${database}${tail}`, `${aside}${tail}`);
  // They are of the one that is set aside.
  await dropSums(folder);
  await rename(copy, database);
}

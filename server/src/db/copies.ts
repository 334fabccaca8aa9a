import { existsSync } from 'node:fs';
import { open, readdir, rename, rm } from 'node:fs/promises';
import type { Client } from '@libsql/client';
import { copyPath, databasePath } from './paths.ts';
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

/** Is a damaged database kept in a folder? */
export const hasDamaged = async (folder: string): Promise<boolean> =>
  (await readdir(folder)).some((name) => name.includes(damagedMark));

/** Puts the last good copy in the place of the database, which is kept under another name. */
export async function restoreCopy(folder: string): Promise<void> {
  const [database, copy] = [databasePath(folder), copyPath(folder)];
  if (!existsSync(copy)) throw new StartError(`There is no copy of the database in ${folder} to go on from.`);
  const aside = `${database}${damagedMark}${new Date().toISOString().replaceAll(/[:.]/g, '-')}`;
  for (const tail of ['', '-wal', '-shm'])
    if (existsSync(`${database}${tail}`)) await rename(`${database}${tail}`, `${aside}${tail}`);
  await rename(copy, database);
}

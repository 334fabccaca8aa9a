import { fileURLToPath, pathToFileURL } from 'node:url';
import { type Client, createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { checkDatabase } from './checkup.ts';
import { keepCopy, restoreCopy } from './copies.ts';
import { folderError, prepareFolder } from './folder.ts';
import { lockFolder } from './lock.ts';
import { dropSums, writeSums } from './pageSums.ts';
import { databasePath } from './paths.ts';
import { giveRoom, keepRoom } from './reserve.ts';
import { isLocked, patient } from './patient.ts';
import { DamagedDatabase, StartError } from './startError.ts';
import * as schema from './schema.ts';

const migrationsFolder = fileURLToPath(new URL('../../drizzle', import.meta.url));

export type Database = Awaited<ReturnType<typeof openDatabase>>;

/** A database that has seen more migrations than this program knows belongs to a later one. */
async function refuseNewer(client: Client, path: string): Promise<void> {
  const known = readMigrationFiles({ migrationsFolder }).length;
  const found = await client
    .execute('SELECT COUNT(*) FROM __drizzle_migrations')
    .then(({ rows }) => Number(rows[0][0]))
    .catch(() => 0);
  if (found > known)
    throw new StartError(`${path} was written by a newer version of this program. Start that one instead.`);
}

/**
 * Opens (or makes) the database in a data folder, for this process alone, and brings its tables up to date. A copy is
 * kept at every good start and clean stop; with `DUSK_RESTORE` it takes the place of a damaged one.
 * Throws a StartError with what to do where the folder or the database is not as it must be.
 */
export async function openDatabase(dataFolder: string) {
  await prepareFolder(dataFolder);
  await giveRoom(dataFolder);
  const unlock = await lockFolder(dataFolder);
  try {
    await checkDatabase(dataFolder).catch(async (error) => {
      if (!(error instanceof DamagedDatabase && process.env.DUSK_RESTORE)) throw error;
      await restoreCopy(dataFolder);
      await checkDatabase(dataFolder);
    });
    await dropSums(dataFolder);
    // Waiting for a lock is done between calls, not in them.
    const client = patient(createClient({ url: pathToFileURL(databasePath(dataFolder)).href, timeout: 0 }));
    await client.execute('PRAGMA journal_mode = WAL');
    await client.execute('PRAGMA synchronous = FULL');
    await client.execute('PRAGMA busy_timeout = 0');
    const db = drizzle(client, { schema });
    await refuseNewer(client, databasePath(dataFolder));
    await migrate(db, { migrationsFolder });
    // Without room for a copy the one before is kept.
    const copy = () =>
      keepCopy(client, dataFolder).then(
        () => true,
        () => false,
      );
    await copy();
    const close = async () => {
      const isCopied = await copy();
      client.close();
      // Without room for them the next start reads it without.
      await writeSums(dataFolder, isCopied).catch(() => {});
      await keepRoom(dataFolder);
      await unlock();
    };
    return Object.assign(db, { close });
  } catch (error) {
    await unlock();
    throw isLocked(error)
      ? new StartError(
          `${databasePath(dataFolder)} is locked by another program. Close that, then start again.`,
        )
      : folderError(error, dataFolder);
  }
}

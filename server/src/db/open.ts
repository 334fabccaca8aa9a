import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as schema from './schema.ts';

const migrationsFolder = fileURLToPath(new URL('../../drizzle', import.meta.url));

export type Database = Awaited<ReturnType<typeof openDatabase>>;

/** Opens (or makes) the database in a data folder and brings its tables up to date. */
export async function openDatabase(dataFolder: string) {
  await mkdir(dataFolder, { recursive: true });
  const client = createClient({ url: pathToFileURL(join(dataFolder, 'velvet-dusk.db')).href });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('PRAGMA synchronous = FULL');
  await client.execute('PRAGMA busy_timeout = 5000');
  const db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder });
  return Object.assign(db, { close: () => client.close() });
}

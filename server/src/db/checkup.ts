import { execFile } from 'node:child_process';
import { existsSync } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { copyPath, databasePath } from './paths.ts';
import { hasFiles } from './folder.ts';
import { changedPages } from './pageSums.ts';
import { DamagedDatabase, StartError } from './startError.ts';

/**
 * Reads every page of a database and says "ours" or "foreign". In a process of its own, since a damaged page can end
 * the driver, and with it whoever asked.
 */
const script = `
const [, url, driver] = process.argv;
process.on('uncaughtException', (error) => {
  process.stderr.write('why: ' + error.message + '\\n');
  process.exit(1);
});
const { createClient } = await import(driver);
const client = createClient({ url });
await client.execute('PRAGMA busy_timeout = 4000');
const all = async (sql) => (await client.execute(sql)).rows.map((row) => row[0]);
const found = await all('PRAGMA quick_check(3)');
if (found.join() !== 'ok') throw new Error(found.join('; '));
const tables = await all("SELECT name FROM sqlite_master WHERE type = 'table'");
for (const name of tables) await client.execute('SELECT * FROM "' + name + '"');
process.stdout.write(tables.length === 0 || tables.includes('__drizzle_migrations') ? 'ours' : 'foreign');
`;

/** Milliseconds after which a check is given up. */
const longestCheck = 60_000;

async function check(path: string): Promise<string> {
  const args = [
    '--input-type=module',
    '-e',
    script,
    pathToFileURL(path).href,
    import.meta.resolve('@libsql/client'),
  ];
  const { stdout } = await promisify(execFile)(process.execPath, args, { timeout: longestCheck });
  return stdout;
}

/** Why the check ended: in its own words, or in ours where the driver took it with it or it took too long. */
function sentence({ stderr = '', killed }: { stderr?: string; killed?: boolean }): string {
  const why = /^why: (.*)$/m.exec(stderr)?.[1];
  if (why) return why.replace(/^SQLITE_\w+: (SQLite error: )?/, '').slice(0, 200);
  return killed ? `it could not be read in ${longestCheck / 1000} s` : 'its pages cannot be read';
}

const restoreHint = async (folder: string): Promise<string> => {
  const copy = await stat(copyPath(folder)).catch(() => null);
  return copy
    ? `Its last good copy is of ${copy.mtime.toISOString()}: start once with DUSK_RESTORE=1 to go on from it.`
    : 'There is no copy of it. Put a backup in its place, or set DUSK_DATA to an empty folder.';
};

/**
 * Throws a DamagedDatabase where the database of a folder cannot be read or is missing beside the files it names, and a
 * StartError where it is somebody else's.
 */
export async function checkDatabase(folder: string): Promise<void> {
  const path = databasePath(folder);
  if (!existsSync(path)) {
    if (!existsSync(copyPath(folder)) && !(await hasFiles(folder))) return;
    throw new DamagedDatabase(
      `The database ${path} is missing, though its project was here. ${await restoreHint(folder)}`,
    );
  }
  const changed = await changedPages(folder);
  if (changed && changed.pages.length > 0) {
    const { pages, of, isCopyWhole } = changed;
    const what = `${pages.length} of its ${of} pages ${pages.length === 1 ? 'is' : 'are'} not what was written when it was closed, first page ${pages[0]}`;
    const copy = isCopyWhole
      ? 'Its copy holds all that was saved then: start once with DUSK_RESTORE=1 to go on from it.'
      : await restoreHint(folder);
    throw new DamagedDatabase(`${path} is damaged (${what}). ${copy} The damaged file stays beside it.`);
  }
  let whose: string;
  try {
    whose = await check(path);
  } catch (error) {
    const why = sentence(error as { stderr?: string; killed?: boolean });
    throw new DamagedDatabase(
      `${path} is damaged (${why}). ${await restoreHint(folder)} The damaged file stays beside it.`,
    );
  }
  if (whose !== 'ours')
    throw new StartError(`${path} is a database of another program. Set DUSK_DATA to another folder.`);
}

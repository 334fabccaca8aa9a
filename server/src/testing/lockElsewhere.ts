import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { pathToFileURL } from 'node:url';
import { databasePath } from '../db/paths.ts';

const program = (url: string) => `
  import { createClient } from '@libsql/client';
  const client = createClient({ url: ${JSON.stringify(url)}, timeout: 5000 });
  const held = await client.transaction('write');
  console.log('held');
  process.stdin.resume();
  await new Promise((released) => process.stdin.on('end', released));
  await held.rollback();
  process.exit(0);
`;

/**
 * Locks a server's database as another program would, until the returned function is called. In a process of its own: in
 * one that has had the same database open before, SQLite may go on with the lock file of that time.
 */
export async function lockElsewhere(dataFolder: string): Promise<() => Promise<void>> {
  const { href } = pathToFileURL(databasePath(dataFolder));
  const child = spawn(process.execPath, ['--input-type=module', '--eval', program(href)], {
    cwd: import.meta.dirname,
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  await Promise.race([
    once(child.stdout, 'data'),
    once(child, 'exit').then(([code]) => {
      throw new Error(`the lock was not had: ${code}`);
    }),
  ]);
  return async () => {
    const exit = once(child, 'exit');
    child.stdin.end();
    await exit;
  };
}

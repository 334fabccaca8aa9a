import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { addressSaid } from '@velvet-dusk/server/testing/fixture';

/** What the README of a clone tells somebody to type first, as it stands there. */
function firstCommand(clone: string): string {
  const readme = readFileSync(join(clone, 'README.md'), 'utf8');
  return /```sh\n(npm run demo)\b/.exec(readme)![1];
}

/**
 * Runs it, with its default data folder, until it says where the program is. It builds and seeds as on a new machine; the
 * release that it orders in the background is left to the test that waits for it.
 */
export async function runFirstCommand(clone: string): Promise<{ url: string; stop(): Promise<void> }> {
  const env: NodeJS.ProcessEnv = { ...process.env, DUSK_PORT: '0', DUSK_DEMO_RELEASE: 'none' };
  delete env.DUSK_DATA;
  const [program, ...words] = firstCommand(clone).split(' ');
  const demo = spawn(program, words, {
    cwd: clone,
    env,
    detached: true,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await addressSaid(demo, 'the first command');
  return {
    url,
    async stop() {
      if (demo.exitCode !== null || demo.signalCode !== null) return;
      const exit = once(demo, 'exit');
      // The whole group: npm, its script and the server.
      process.kill(-demo.pid!, 'SIGTERM');
      await exit;
    },
  };
}

import { spawn } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { holderPath } from '@velvet-dusk/server/db/paths';
import { addressSaid } from '@velvet-dusk/server/testing/fixture';

/** What the README of a clone tells somebody to type first, as it stands there. */
function firstCommand(clone: string): string {
  const readme = readFileSync(join(clone, 'README.md'), 'utf8');
  return /```sh\n(npm run demo)\b/.exec(readme)![1];
}

/** Milliseconds a server may take to close its folder. */
const longestStop = 60_000;

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
      // The whole group: npm and its script are gone before the server has written down all it knows.
      if (demo.exitCode === null && demo.signalCode === null) process.kill(-demo.pid!, 'SIGTERM');
      const deadline = Date.now() + longestStop;
      while (existsSync(holderPath(join(clone, '.data')))) {
        if (Date.now() > deadline) throw new Error('the first command did not end');
        await setTimeout(50);
      }
    },
  };
}

import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from 'vitest';

/** The command line as users start it, in its own process. */

export const root = fileURLToPath(new URL('../../../', import.meta.url));
// Built when the tests begin.
const main = join(root, '.build/dusk.mjs');
export const folder = mkdtempSync(join(tmpdir(), 'dusk-cli-'));
export const at = (name: string) => join(folder, name);

export function dusk(...args: string[]) {
  const done = spawnSync(process.execPath, [main, ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  return { code: done.status, out: done.stdout, err: done.stderr };
}
export const json = (...args: string[]) => {
  const done = dusk(...args);
  expect(done).toMatchObject({ code: 0, err: '' });
  return JSON.parse(done.out) as Record<string, never>;
};

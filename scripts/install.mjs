import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const lockFile = `${root}package-lock.json`;
const stamp = `${root}node_modules/.velvet-dusk-lock`;

/** Installs the packages of the lock file where that has not been done yet. Talks on stderr only. */
export function ensureInstalled() {
  const lock = readFileSync(lockFile, 'utf8');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  process.stderr.write('Installing packages (npm ci) …\n');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root, stdio: ['ignore', 2, 2] });
  if (done.status !== 0) {
    process.stderr.write('npm ci failed; see above.\n');
    process.exit(1);
  }
  writeFileSync(stamp, lock);
}

import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** On the disk of the packages, so that they can be linked. */
export const cloneFolder = join(root, '.reports/clone');

/** Where the clone's programs keep their data unless they are told of another folder. */
export const ownDataFolder = join(cloneFolder, '.data');

/**
 * What a clone of this tree would hold, in a fresh folder, with the packages that the tests have installed: files that git
 * ignores, a data folder and built programs among them, stay behind.
 */
export function cloneWorkingTree(): void {
  const clone = cloneFolder;
  rmSync(clone, { recursive: true, force: true });
  const git = (...words: string[]) => execFileSync('git', words, { cwd: root, encoding: 'utf8' });
  const files = git('ls-files', '-z', '--cached', '--others', '--exclude-standard')
    .split('\0')
    .filter((file) => file !== '' && existsSync(join(root, file)));
  for (const file of files) cpSync(join(root, file), join(clone, file));
  // Hard links: a copy of every package would take longer than all that is tested here.
  execFileSync('cp', ['-al', join(root, 'node_modules'), clone]);
}

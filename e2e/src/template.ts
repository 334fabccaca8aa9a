import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { sumsPath } from '@velvet-dusk/server/db/paths';
import { cloneFolder, cloneWorkingTree, ownDataFolder } from './clone.ts';
import { runFirstCommand } from './firstCommand.ts';

/** A data folder with the demo in it, made once a run; every test starts from a copy. */
export const templateFolder = fileURLToPath(new URL('../../.reports/demo-data', import.meta.url));

/**
 * Before any test: the README's first command is run as written, in a clone of this tree. What it builds is what all tests
 * open, and what it seeds is what they start from.
 */
export default async function makeReady(): Promise<void> {
  cloneWorkingTree();
  const door = await runFirstCommand(cloneFolder);
  await door.stop();
  if (!existsSync(sumsPath(ownDataFolder))) throw new Error('the demo was not closed in good order');
  rmSync(templateFolder, { recursive: true, force: true });
  cpSync(ownDataFolder, templateFolder, { recursive: true });
  // Tests that call the command line call it in this tree.
  execFileSync(process.execPath, [fileURLToPath(new URL('../../scripts/build.mjs', import.meta.url))]);
}

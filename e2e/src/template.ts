import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { sumsPath } from '@velvet-dusk/server/db/paths';
import { cloneFolder, cloneWorkingTree, ownDataFolder } from './clone.ts';
import { runFirstCommand } from './firstCommand.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** A data folder with the demo in it, made once a run; every test starts from a copy. */
export const templateFolder = join(root, '.reports/demo-data');

/**
 * The README's first command is run as written, in a clone of this tree. What it builds is what all tests open, and what it
 * seeds is what they start from.
 */
export async function makeDemo(): Promise<void> {
  cloneWorkingTree();
  const door = await runFirstCommand(cloneFolder);
  await door.stop();
  if (!existsSync(sumsPath(ownDataFolder))) throw new Error('the demo was not closed in good order');
  rmSync(templateFolder, { recursive: true, force: true });
  cpSync(ownDataFolder, templateFolder, { recursive: true });
}

/** Before any test. `DUSK_DEMO_MADE` says that the demo of this very tree has just been made. */
export default async function makeReady(): Promise<void> {
  if (!process.env.DUSK_DEMO_MADE) await makeDemo();
  // Tests that call the command line call it in this tree.
  execFileSync(process.execPath, [join(root, 'scripts/build.mjs')]);
}

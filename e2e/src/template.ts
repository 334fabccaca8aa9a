import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { cloneFolder, cloneWorkingTree } from './clone.ts';
import { startDemo } from './demoServer.ts';
import { runFirstCommand } from './firstCommand.ts';

/** A data folder with the demo in it, made once a run; every test starts from a copy. */
export const templateFolder = fileURLToPath(new URL('../../.reports/demo-data', import.meta.url));

/**
 * Before any test: the README's first command is run as written, in a clone of this tree. What it builds is what all tests
 * open; its own server goes on for the tests of the front door.
 */
export default async function makeReady(): Promise<() => Promise<void>> {
  cloneWorkingTree();
  const door = await runFirstCommand(cloneFolder);
  process.env.DUSK_FRONT_DOOR = door.url;
  // Tests that call the command line call it in this tree.
  execFileSync(process.execPath, [fileURLToPath(new URL('../../scripts/build.mjs', import.meta.url))]);
  rmSync(templateFolder, { recursive: true, force: true });
  mkdirSync(templateFolder, { recursive: true });
  const server = await startDemo(templateFolder, 0, {}, cloneFolder);
  await server.stop();
  return door.stop;
}

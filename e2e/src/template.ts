import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { startDemo } from './demoServer.ts';

/** A data folder with the demo in it, made once a run; every test starts from a copy. */
export const templateFolder = fileURLToPath(new URL('../../.reports/demo-data', import.meta.url));

export default async function makeTemplate(): Promise<void> {
  execFileSync(process.execPath, [fileURLToPath(new URL('../../scripts/build.mjs', import.meta.url))]);
  rmSync(templateFolder, { recursive: true, force: true });
  mkdirSync(templateFolder, { recursive: true });
  const server = await startDemo(templateFolder, 0);
  await server.stop();
}

import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { spawnServer } from '@velvet-dusk/server/testing/fixture';

const root = fileURLToPath(new URL('../..', import.meta.url));

export interface DemoServer {
  url: string;
  port: number;
  pid: number;
  /** Ends it in good order. */
  stop(): Promise<void>;
  /** Ends it as a crash would. */
  kill(): Promise<void>;
}

/** What a built tree exports (`demo/src/here.ts`). */
type DemoHere = typeof import('@velvet-dusk/demo/here');

/** Starts a tree's demo in this process: a second of a processor sooner than in its own. */
export async function startDemoHere(
  dataFolder: string,
  port: number,
  tree: string,
): Promise<Pick<DemoServer, 'url' | 'port' | 'stop'>> {
  const program = pathToFileURL(join(tree, '.build/demoHere.mjs')).href;
  const { url, close } = await ((await import(program)) as DemoHere).startDemoHere(dataFolder, port);
  return { url, port: Number(new URL(url).port), stop: close };
}

/**
 * Starts the demo on a data folder and a port (0 for any), as `npm run demo` does. @param tree whose program it is; whoever
 * starts it sees to it that it is built.
 */
export async function startDemo(
  dataFolder: string,
  port: number,
  env: Record<string, string> = {},
  tree = root,
): Promise<DemoServer> {
  const own = { DUSK_PORT: String(port), DUSK_DEMO_RELEASE: 'none' };
  const program = join(tree, '.build/demo.mjs');
  const { url, process, stop, kill } = await spawnServer(dataFolder, { ...own, ...env }, program);
  return { url, port: Number(new URL(url).port), pid: process.pid!, stop, kill };
}

import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

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
  const own = { DUSK_DATA: dataFolder, DUSK_PORT: String(port), DUSK_DEMO_RELEASE: 'none' };
  const child = spawn(process.execPath, [join(tree, '.build/demo.mjs')], {
    env: { ...process.env, ...own, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (text: Buffer) => {
      const match = /is at (http:\/\/[^/\s]+)/.exec(text.toString());
      if (match) resolve(match[1]);
    });
    child.on('exit', (code) => reject(new Error(`the demo server ended with ${code}`)));
  });
  const end = (signal: NodeJS.Signals) =>
    new Promise<void>((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done();
      child.on('exit', () => done());
      child.kill(signal);
    });
  return {
    url,
    port: Number(new URL(url).port),
    pid: child.pid!,
    stop: () => end('SIGTERM'),
    kill: () => end('SIGKILL'),
  };
}

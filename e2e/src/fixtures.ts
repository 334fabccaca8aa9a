import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { test as base, expect } from '@playwright/test';
import { awkwardFolderName } from '@velvet-dusk/server/testing/fixture';
import { Bench } from './bench.ts';
import { cloneFolder } from './clone.ts';
import { type DemoServer, startDemo, startDemoHere } from './demoServer.ts';
import { followShown, KeptPage, tellWhatIsShown } from './keptPage.ts';
import { templateFolder } from './template.ts';
import { viewport } from './viewport.ts';

interface Fixtures {
  /** A fresh copy of the demo's data. */
  dataFolder: string;
  /** Whether the server has a process of its own, which can be killed. */
  ownProcess: boolean;
  /** The demo server on that copy; `restart` kills it and brings it back on the same port. */
  server: Pick<DemoServer, 'url' | 'port' | 'stop' | 'kill'> & { restart(): Promise<void> };
  /** The look bench, open and drawn. */
  bench: Bench;
}
interface WorkerFixtures {
  /** The port of all servers of a process, one after the other: what a page has compiled it knows by its address. */
  port: number;
  keptPage: KeptPage;
}

/** Stored files never change, and are linked; a test that damages one on purpose writes a new one in its place. */
function copyOfTemplate(): string {
  const folder = join(mkdtempSync(join(dirname(templateFolder), 'data-')), awkwardFolderName);
  const stored = join(templateFolder, 'files');
  cpSync(templateFolder, folder, { recursive: true, filter: (path) => path !== stored });
  execFileSync('cp', ['-al', stored, folder]);
  return folder;
}

async function startRestartable(dataFolder: string, atPort: number): Promise<Fixtures['server']> {
  let running = await startDemo(dataFolder, atPort, {}, cloneFolder);
  const { url, port } = running;
  const restart = async () => {
    await running.kill();
    running = await startDemo(dataFolder, port, {}, cloneFolder);
  };
  return { url, port, restart, stop: () => running.stop(), kill: () => running.kill() };
}

async function startHere(dataFolder: string, port: number): Promise<Fixtures['server']> {
  const cannot = () => Promise.reject(new Error('A server that is killed needs ownProcess.'));
  return { ...(await startDemoHere(dataFolder, port, cloneFolder)), restart: cannot, kill: cannot };
}

/** A port that nobody listens on. */
const freePort = () =>
  new Promise<number>((found) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => found(port));
    });
  });

/** Servers and bench; a page and a context of its own for each test. For tests of several windows. */
export const windowsTest = base.extend<Fixtures, WorkerFixtures>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the names of what a fixture needs from this pattern
  port: [async ({}, use) => use(await freePort()), { scope: 'worker' }],
  keptPage: [
    async ({ browser }, use) => {
      const kept = new KeptPage(browser);
      await use(kept);
      await kept.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ context }, use) => {
    await followShown(context);
    await use(context);
  },
  // eslint-disable-next-line no-empty-pattern -- as above
  dataFolder: async ({}, use) => use(copyOfTemplate()),
  ownProcess: [false, { option: true }],
  server: async ({ dataFolder, port, ownProcess }, use) => {
    const server = await (ownProcess ? startRestartable : startHere)(dataFolder, port);
    await use(server);
    await server.stop();
  },
  bench: async ({ page, server }, use) => {
    const troubles: string[] = [];
    page.on('pageerror', (error) => troubles.push(error.message));
    const bench = new Bench(page, server.url);
    await bench.open();
    await use(bench);
    expect(troubles).toEqual([]);
  },
});

/** For most tests: the page of the test before, made as new. */
export const test = windowsTest.extend<object>({
  page: async ({ keptPage }, use, info) => {
    const page = await keptPage.open();
    await use(page);
    if (info.status !== info.expectedStatus) await tellWhatIsShown(page);
    await keptPage.clean();
  },
});

/** With all plates followed, as it is where nobody chose. */
export const followingTest = windowsTest.extend<object>({
  context: async ({ browser }, use) => {
    const context = await browser.newContext({ viewport });
    await use(context);
    await context.close();
  },
});

/** For tests that leave nothing behind on the server: those that run in one process share one. */
export const viewingTest = test.extend<object, { sharedServer: Fixtures['server'] }>({
  sharedServer: [
    // eslint-disable-next-line no-empty-pattern -- as above
    async ({}, use) => {
      const server = await startHere(copyOfTemplate(), 0);
      await use(server);
      await server.stop();
    },
    { scope: 'worker' },
  ],
  server: async ({ sharedServer }, use) => use(sharedServer),
});
export { expect };

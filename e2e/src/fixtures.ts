import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect } from '@playwright/test';
import { awkwardFolderName } from '@velvet-dusk/server/testing/fixture';
import { Bench } from './bench.ts';
import { cloneFolder } from './clone.ts';
import { type DemoServer, startDemo } from './demoServer.ts';
import { templateFolder } from './template.ts';

/** What most tests ask of the bench: one test at a time is enough for two processors to paint and measure. */
const followedPlates = 'velvet-dusk/measured-plates';

interface Fixtures {
  /** Plates that follow while a look changes; as somebody with a slow machine has it, unless a test is about the others. */
  follow: 'all' | 'shown';
  /** A fresh copy of the demo's data. */
  dataFolder: string;
  /** The demo server on that copy; `restart` kills it and brings it back on the same port. */
  server: DemoServer & { restart(): Promise<void> };
  /** The look bench, open and drawn. */
  bench: Bench;
}

function copyOfTemplate(): string {
  const folder = join(mkdtempSync(join(tmpdir(), 'dusk-e2e-')), awkwardFolderName);
  cpSync(templateFolder, folder, { recursive: true });
  return folder;
}

async function startRestartable(dataFolder: string): Promise<Fixtures['server']> {
  let running = await startDemo(dataFolder, 0, {}, cloneFolder);
  const { url, port, pid } = running;
  const restart = async () => {
    await running.kill();
    running = await startDemo(dataFolder, port, {}, cloneFolder);
  };
  return { url, port, pid, restart, stop: () => running.stop(), kill: () => running.kill() };
}

export const test = base.extend<Fixtures>({
  follow: ['shown', { option: true }],
  context: async ({ context, follow }, use) => {
    const keep = ([key, value]: [string, string]) => {
      // An empty page has no store.
      if (location.protocol === 'http:') localStorage.setItem(key, JSON.stringify(value));
    };
    if (follow !== 'all') await context.addInitScript(keep, [followedPlates, follow] as [string, string]);
    await use(context);
  },
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the names of what a fixture needs from this pattern
  dataFolder: async ({}, use) => use(copyOfTemplate()),
  server: async ({ dataFolder }, use) => {
    const server = await startRestartable(dataFolder);
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

/** For tests that leave nothing behind on the server: those that run in one process share one. */
export const viewingTest = test.extend<object, { sharedServer: Fixtures['server'] }>({
  sharedServer: [
    // eslint-disable-next-line no-empty-pattern -- as above
    async ({}, use) => {
      const server = await startRestartable(copyOfTemplate());
      await use(server);
      await server.stop();
    },
    { scope: 'worker' },
  ],
  server: async ({ sharedServer }, use) => use(sharedServer),
});
export { expect };

import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect } from '@playwright/test';
import { Bench } from './bench.ts';
import { type DemoServer, startDemo } from './demoServer.ts';
import { templateFolder } from './template.ts';

interface Fixtures {
  /** A fresh copy of the demo's data. */
  dataFolder: string;
  /** The demo server on that copy; `restart` kills it and brings it back on the same port. */
  server: DemoServer & { restart(): Promise<void> };
  /** The look bench, open and drawn. */
  bench: Bench;
}

export const test = base.extend<Fixtures>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the names of what a fixture needs from this pattern
  dataFolder: async ({}, use) => {
    const folder = mkdtempSync(join(tmpdir(), 'dusk-e2e-'));
    cpSync(templateFolder, folder, { recursive: true });
    await use(folder);
  },
  server: async ({ dataFolder }, use) => {
    let running = await startDemo(dataFolder, 0);
    const { url, port, pid } = running;
    const restart = async () => {
      await running.kill();
      running = await startDemo(dataFolder, port);
    };
    await use({ url, port, pid, restart, stop: () => running.stop(), kill: () => running.kill() });
    await running.stop();
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
export { expect };

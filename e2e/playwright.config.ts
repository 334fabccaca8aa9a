import { defineConfig } from '@playwright/test';
import { viewport } from './src/viewport.ts';

export default defineConfig({
  testDir: './tests',
  outputDir: '../test-results',
  globalSetup: './src/template.ts',
  // Three tests share two processors, perhaps slow ones: what takes a second alone may take several.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  // Much of a test is waiting for quiet: two at a time leave a seventh of two cores idle.
  workers: 3,
  fullyParallel: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '../.reports/e2e.json' }]],
  use: {
    browserName: 'chromium',
    viewport,
    acceptDownloads: true,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-gpu',
        '--use-gl=angle',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
      ],
    },
  },
});

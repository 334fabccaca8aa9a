import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  outputDir: '../test-results',
  globalSetup: './src/template.ts',
  timeout: 90_000,
  // Two tests share two processors: what takes a second alone may take several.
  expect: { timeout: 15_000 },
  // Two files at a time: much of a test is waiting for quiet, and one alone leaves half of two cores idle.
  workers: 2,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '../.reports/e2e.json' }]],
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
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

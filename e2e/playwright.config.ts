import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  outputDir: '../test-results',
  globalSetup: './src/template.ts',
  timeout: 90_000,
  // One server and one browser at a time: two cores, and the picture is drawn in software.
  workers: 1,
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

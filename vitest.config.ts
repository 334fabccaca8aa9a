import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,exporter,server,cli,web,demo}/**/*.test.ts'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    setupFiles: './scripts/seed.mjs',
    globalSetup: './scripts/beforeUnit.mjs',
    testTimeout: 60_000,
    hookTimeout: 120_000,
    // Two cores, and several tests start processes of their own.
    maxWorkers: 2,
  },
});

import { defineConfig } from 'vitest/config';

const shared = {
  setupFiles: './scripts/seed.mjs',
  // Long, for a slow machine that does something else beside; what hangs is found all the same.
  testTimeout: 180_000,
  hookTimeout: 180_000,
  expect: { poll: { timeout: 30_000 } },
};

export default defineConfig({
  test: {
    globalSetup: './scripts/beforeUnit.mjs',
    // Two cores, and several tests start processes of their own.
    maxWorkers: 2,
    projects: [
      // The core keeps no state that one test could leave to the next: its modules are loaded once.
      { test: { ...shared, name: 'core', include: ['core/**/*.test.ts'], isolate: false } },
      {
        test: {
          ...shared,
          name: 'programs',
          include: ['{exporter,server,cli,web,demo}/**/*.test.ts'],
          exclude: ['**/node_modules/**', '**/dist/**'],
        },
      },
    ],
  },
});

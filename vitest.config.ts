import { defineConfig } from 'vitest/config';
import { builtTasks } from './scripts/build.mjs';

const shared = {
  // Files leave no state to the next one in a process; loading their modules once saves a fifth of the time.
  isolate: false,
  setupFiles: './scripts/eachFile.mjs',
  // Room for what lives for a moment: collecting it took a twentieth of the time.
  execArgv: ['--max-semi-space-size=64'],
  // Long, for a slow machine that does something else beside; what hangs is found all the same.
  testTimeout: 180_000,
  hookTimeout: 180_000,
  expect: { poll: { timeout: 30_000 } },
};

export default defineConfig({
  test: {
    globalSetup: './scripts/beforeUnit.mjs',
    // Two cores, and tests that start processes of their own wait for them.
    maxWorkers: 3,
    projects: [
      { test: { ...shared, name: 'core', include: ['core/**/*.test.ts'] } },
      {
        // Threads begin from what is built, as a user's do: from sources each reads the whole program anew.
        define: builtTasks,
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

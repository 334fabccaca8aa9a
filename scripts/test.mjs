/** `npm test`: installs what is needed, then lint, format, types, unit tests, end-to-end tests. */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { countReports, describeCount } from './count.mjs';
import { ensureInstalled, root } from './install.mjs';
import { ensureTools } from './tools.mjs';

rmSync(`${root}.reports`, { recursive: true, force: true });
ensureInstalled();
ensureTools();

const stages = [
  ['Lint', 'eslint', '.', '--max-warnings', '0'],
  ['Format', 'prettier', '--check', '--log-level', 'warn', '.'],
  ['Types', 'tsc', '--noEmit', '-p', 'tsconfig.json'],
  ['Unit', 'vitest', 'run', '--reporter=default', '--reporter=json', '--outputFile.json=.reports/unit.json'],
  ['Build', 'vite', 'build', '--logLevel', 'error', 'web'],
  ['End to end', 'playwright', 'test', '--config', 'e2e/playwright.config.ts'],
];

const failed = stages.filter(([name, ...words]) => {
  process.stdout.write(`\n── ${name}\n`);
  const done = spawnSync('npx', ['--no-install', ...words], { cwd: root, stdio: ['ignore', 1, 2] });
  return done.status !== 0;
});

const count = countReports();
process.stdout.write(`\n${describeCount(count)}\n`);
if (failed.length > 0) process.stdout.write(`Failed: ${failed.map(([name]) => name).join(', ')}\n`);
process.exit(failed.length > 0 || count.failed > 0 || count.passed === 0 ? 1 : 0);

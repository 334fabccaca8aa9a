/** `npm test`: installs what is needed, then lint, format, types, unit tests, end-to-end tests. */
import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { countReports, describeCount, describeFailures } from './count.mjs';
import { ensureInstalled, root } from './install.mjs';
import { ensureTools } from './tools.mjs';

rmSync(`${root}.reports`, { recursive: true, force: true });
ensureInstalled();
ensureTools();

const lint = ['Lint', 'eslint', '.', '--max-warnings', '0'];
const unused = ['Unused', 'knip', '--no-progress'];
const format = ['Format', 'prettier', '--check', '--log-level', 'warn', '.'];
const types = ['Types', 'tsc', '--noEmit', '-p', 'tsconfig.json'];
const unitReports = ['--reporter=default', '--reporter=json', '--outputFile.json=.reports/unit.json'];
const unit = ['Unit', 'vitest', 'run', ...unitReports];
const demo = ['Demo', 'tsx', 'e2e/src/makeDemo.ts'];
const endToEnd = ['End to end', 'playwright', 'test', '--config', 'e2e/playwright.config.ts'];

const failed = [];
const seconds = (since) => `${((performance.now() - since) / 1000).toFixed(0)} s`;

/** Runs a stage. @param aside keeps what it says until it is done, so that two at once can be told apart. @returns whether it went well. */
function run([name, ...words], aside = false) {
  const start = performance.now();
  if (!aside) process.stdout.write(`\n── ${name}\n`);
  return new Promise((done) => {
    const child = spawn('npx', ['--no-install', ...words], {
      cwd: root,
      stdio: aside ? ['ignore', 'pipe', 'pipe'] : ['ignore', 1, 2],
    });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (text) => said.push(text));
    child.on('close', (status) => {
      if (status !== 0) failed.push(name);
      if (aside) process.stdout.write(`\n── ${name}\n${Buffer.concat(said)}`);
      process.stdout.write(`${name}: ${seconds(start)}\n`);
      done(status === 0);
    });
  });
}

// One processor each; the tests need both.
await Promise.all([
  run(lint, true).then(() => run(format, true)),
  run(types, true).then(() => run(unused, true)),
]);
// The demo is made beside the unit tests: neither keeps both processors busy to its end.
const [isDemoMade] = await Promise.all([run(demo, true), run(unit)]);
if (isDemoMade) process.env.DUSK_DEMO_MADE = '1';
await run(endToEnd);

const count = countReports();
process.stdout.write(`\n${describeFailures()}`);
process.stdout.write(`\n${describeCount(count)}\n`);
if (failed.length > 0) process.stdout.write(`Failed: ${failed.join(', ')}\n`);
process.exit(failed.length > 0 || count.failed > 0 || count.passed === 0 ? 1 : 0);

/** Counts tests from the runners' own reports. Run by itself, prints `N passed, N failed`. */
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { root } from './install.mjs';

const read = (file) => {
  const path = `${root}.reports/${file}`;
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : undefined;
};

export function countReports() {
  const unit = read('unit.json');
  const e2e = read('e2e.json');
  const passed = (unit?.numPassedTests ?? 0) + (e2e?.stats.expected ?? 0);
  // A run whose report is missing did not finish; that is a failure, not a silence.
  const missing = [unit, e2e].filter((r) => r === undefined).length;
  const suites = unit?.numFailedTests === 0 ? (unit.numFailedTestSuites ?? 0) : 0;
  const failed =
    (unit?.numFailedTests ?? 0) + suites + (e2e ? e2e.stats.unexpected + e2e.stats.flaky : 0) + missing;
  return { passed, failed };
}

export const describeCount = ({ passed, failed }) => `${passed} passed, ${failed} failed`;

if (process.argv[1] === fileURLToPath(import.meta.url))
  process.stdout.write(`${describeCount(countReports())}\n`);

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

const firstLines = (text, count = 12) => text.split('\n').slice(0, count).join('\n');
const titled = (where, title, message) => `✗ ${where} › ${title}\n${firstLines(message)}\n`;

/** What failed in the unit report, one entry a test, or a file that did not load. */
function failedUnits(unit) {
  return (unit?.testResults ?? []).flatMap((file) => {
    const failed = file.assertionResults.filter((test) => test.status === 'failed');
    const where = file.name.replace(root, '');
    if (failed.length === 0 && file.status === 'failed')
      return [titled(where, 'the file', file.message ?? '')];
    return failed.map((test) => titled(where, test.fullName, test.failureMessages.join('\n')));
  });
}

/** What failed in a part of the end-to-end report. */
function failedScreens(part) {
  const below = (part?.suites ?? []).flatMap(failedScreens);
  const here = (part?.specs ?? [])
    .filter((spec) => !spec.ok)
    .map((spec) => {
      const errors = spec.tests.flatMap((test) => test.results.flatMap((result) => result.errors));
      return titled(spec.file, spec.title, errors.map((error) => error.message ?? '').join('\n'));
    });
  return [...below, ...here];
}

/** The failed tests once more, by name and first lines: a log of thousands of lines is read from its end. */
export const describeFailures = () =>
  [...failedUnits(read('unit.json')), ...failedScreens(read('e2e.json'))].join('\n');

export const describeCount = ({ passed, failed }) => `${passed} passed, ${failed} failed`;

if (process.argv[1] === fileURLToPath(import.meta.url))
  process.stdout.write(`${describeCount(countReports())}\n`);

import { expect, viewingTest as test } from '../src/fixtures.ts';
import { firstLoad, goal } from '../src/firstLoad.ts';

test(`a first visit fetches less than ${goal} kB of code before the bench shows a picture`, async ({
  browser,
  server,
}) => {
  const { code, files } = await firstLoad(browser, `${server.url}/saltmarsh-line/look`);
  expect(files).toBeGreaterThan(5);
  // Pages, scripts and styles; what was not seen would not be counted.
  expect(code).toBeGreaterThan(100);
  expect(code).toBeLessThan(goal);
});

import { cpSync, existsSync, mkdtempSync, readFileSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnServer } from '@velvet-dusk/server/testing/fixture';
import { Bench } from '../src/bench.ts';
import { cloneFolder, ownDataFolder } from '../src/clone.ts';
import { expect, followingTest as test } from '../src/fixtures.ts';

test('the README’s first command shows a picture and sends a pack, from a clone with its own data folder', async ({
  page,
}) => {
  // The demo's own release takes a minute of a processor, which it leaves to the other tests: what counts is that it ends.
  const slowest = 840_000;
  test.setTimeout(slowest + 120_000);
  // It was run before all tests, and left its data where somebody who types it has them; this is its second start.
  expect(existsSync(ownDataFolder)).toBe(true);
  const { url, stop } = await spawnServer(undefined, {}, join(cloneFolder, '.build/demo.mjs'));
  try {
    const bench = new Bench(page, url);
    await bench.open();
    // A picture, not a grey pane: many colours, from dark to bright.
    const { rgb } = await bench.screen();
    expect(new Set(rgb.map((v) => Math.round(v * 255))).size).toBeGreaterThan(100);

    await page.getByRole('button', { name: /jobs?$/i }).click();
    const release = page
      .getByRole('dialog', { name: 'Jobs' })
      .getByRole('listitem')
      .filter({ hasText: 'release 1' });
    await expect(release).toHaveAttribute('data-state', /done|failed/, { timeout: slowest });
    const link = release.getByRole('link', { name: 'Download' });
    const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
    const zip = readFileSync(await download.path());
    expect(zip.subarray(0, 4).toString('latin1')).toBe('PK\x03\x04');
  } finally {
    await stop();
  }
});

test('a frame that is missing is said on the bench, and is shown once it is there again', async ({
  bench,
  dataFolder,
  page,
}) => {
  // Away, with what was unpacked of it.
  const files = join(dataFolder, 'files');
  const away = join(mkdtempSync(join(tmpdir(), 'dusk-away-')), 'files');
  renameSync(files, away);
  await page.goto(`${bench.url}/saltmarsh-line/look?plate=galley-tungsten`);
  const trouble = page.getByRole('alert').filter({ hasText: 'cannot be shown' });
  await expect(trouble).toContainText(/Galley, tungsten cannot be shown\. .*missing from the data folder/);
  await trouble.getByRole('button', { name: 'Try again' }).click();
  await expect(trouble).toBeVisible();
  cpSync(away, files, { recursive: true });
  await trouble.getByRole('button', { name: 'Try again' }).click();
  await expect(trouble).toBeHidden();
  await bench.drawn();
});

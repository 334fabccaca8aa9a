import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { nightCrewSpec } from '@velvet-dusk/demo/nightCrew';
import { exportPack } from '@velvet-dusk/exporter/exportPack';
import { PackThreads } from '@velvet-dusk/exporter/threads';
import { test as base } from '@playwright/test';
import { expectAxeClean } from '../src/axe.ts';
import { expect } from '../src/fixtures.ts';

/** What a pack tells the people who get it: its guide and look cards, opened from the folder, offline. */

const test = base.extend<object, { pack: string }>({
  pack: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the names of what a fixture needs from this pattern
    async ({}, use) => {
      const folder = join(mkdtempSync(join(tmpdir(), 'guide-')), 'Night-Crew');
      const spec = nightCrewSpec();
      const destinations = spec.pack.destinations.map((d) => ({
        ...d,
        grids: [],
        formats: ['cube' as const],
      }));
      const cells = spec.pack.cells.map((cell) => ({
        ...cell,
        // The guide is the same for coarse grids, which are made in a moment.
        items: cell.items.map((item, i) => ({ ...item, grid: 5 + i })),
      }));
      const threads = new PackThreads(2);
      await exportPack({ ...spec, pack: { ...spec.pack, destinations, cells, ocioConfig: false } }, folder, {
        threads,
      });
      await threads.close();
      await use(folder);
    },
    { scope: 'worker', timeout: 120_000 },
  ],
});

// The pack is made once: its tests stay in one process.
test.describe.configure({ mode: 'default' });

const cases: { says: string; ask: Record<string, string>; leads: RegExp }[] = [
  {
    says: 'footage as metered, in the cutting room',
    ask: { camera: 'heron', over: '0', destination: 'editor', look: 'slack-water' },
    leads: /^Editor\/heron\/Slack-Water_v1_heron_bt1886_combined_6\.cube$/,
  },
  {
    says: 'a stop over, in the camera',
    ask: { camera: 'heron', over: '1', destination: 'camera-slot', look: 'oilskin' },
    leads: /^Camera-slot\/OLSKN\w*MO\.CUBE$/,
  },
  {
    says: 'the same footage in post',
    ask: { camera: 'heron', over: '1', destination: 'editor', look: 'oilskin' },
    leads: /^Editor\/heron\/Oilskin_.*monitor-partner_1st-over_\d+\.cube$/,
  },
  {
    says: 'pictures that are normalised already',
    ask: { camera: '', over: '0', destination: 'editor', look: 'sodium-quay' },
    leads: /^Editor\/Any-camera\/Sodium-Quay_.*creative-display_\d+\.cube$/,
  },
  {
    says: 'a recorder, behind another camera',
    ask: { camera: 'wren', over: '0', destination: 'recorder', look: 'lamplight-negative' },
    leads: /^Recorder\/\w+\.cube$/,
  },
  {
    says: 'no look at all',
    ask: { camera: 'plover', over: '0', destination: 'editor', look: '' },
    leads: /^Editor\/plover\/tone-standard_plover_bt1886_conversion_5\.cube$/,
  },
];

for (const { says, ask, leads } of cases)
  test(`the chooser leads to the right file: ${says}`, async ({ page, pack }) => {
    await page.goto(pathToFileURL(join(pack, 'index.html')).href);
    for (const [id, value] of Object.entries(ask)) await page.locator(`#ask-${id}`).selectOption(value);
    const link = page.getByRole('status').or(page.locator('#answer')).getByRole('link').first();
    const path = await link.textContent();
    expect(path).toMatch(leads);
    expect(existsSync(join(pack, path!))).toBe(true);
    expect(decodeURIComponent((await link.getAttribute('href'))!)).toBe(path);
  });

test('guide and look card are clean to axe, and whole without script', async ({ page, pack, browser }) => {
  await page.goto(pathToFileURL(join(pack, 'index.html')).href);
  await expectAxeClean(page);
  await page.getByRole('link', { name: 'Slack Water', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Slack Water' })).toBeVisible();
  // Notes on single plates have a sketch.
  await expect(page.getByRole('img', { name: 'Where on the frame' })).toHaveCount(1);
  const pictures = page.locator('img');
  await expect(pictures).toHaveCount(6);
  for (const image of await pictures.all())
    expect(await image.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(400);
  await expectAxeClean(page);

  const silent = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  await silent.goto(pathToFileURL(join(pack, 'index.html')).href);
  await expect(silent.getByRole('region', { name: 'Which file' })).toBeHidden();
  // Every file has a line, with what it is for.
  const lines = await silent.locator('main > table tbody tr td a').count();
  expect(lines).toBe(44);
});

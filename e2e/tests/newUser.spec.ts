import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseCube } from '@velvet-dusk/core/formats/cubeParse';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { writePng } from '@velvet-dusk/core/formats/png';
import { applyCube } from '@velvet-dusk/core/lut/apply';
import { cloneFolder } from '../src/clone.ts';
import { type ServerProcess, spawnServer } from '@velvet-dusk/server/testing/fixture';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test as base } from '../src/fixtures.ts';

/** Somebody with a camera of their own, a frame from it and its maker's sheet, and no demo. */

const test = base.extend<{ empty: ServerProcess }>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the names of what a fixture needs from this pattern
  empty: async ({}, use) => {
    const server = await spawnServer(
      mkdtempSync(join(tmpdir(), 'dusk-new-')),
      {},
      join(cloneFolder, '.build/server.mjs'),
    );
    await use(server);
    await server.stop();
  },
});

/** What the sheet prints: constants, primaries, and a table to check the typing by. */
const sheet = {
  constants: {
    Base: '2',
    'Log-side slope': '0.0836',
    'Log-side offset': '0.5975',
    'Lin-side slope': '1',
    'Lin-side offset': '0.013',
    'Lin-side break': '0.004',
    'Red x': '0.716',
    'Red y': '0.298',
    'Green x': '0.182',
    'Green y': '0.854',
    'Blue x': '0.124',
    'Blue y': '0.031',
    'White x': '0.3127',
    'White y': '0.329',
    Clip: '6.5',
    'Usable floor': '-7',
  },
  table: '0 %, 79.48\n2 %, 190.35\n18 %, 408.27\n90 %, 600.01',
  grey: 408.27,
};

/** A frame as that camera records it, made from a scene by the sensor stand-in. */
function ownFrame(): string {
  const like = parseProfile(JSON.parse(readFileSync('demo/profiles/heron.json', 'utf8')), 'heron');
  const scene = parseExr(readFileSync('demo/plates/quay-blue-hour.exr'), 'quay');
  const rgb = record(scene.rgb, bt709, makeCodec(like), { exposure: 0, seed: 4 });
  return Buffer.from(writePng({ ...scene, rgb })).toString('base64');
}

test('a new project comes from a printed sheet and a frame to a cube', async ({ page, empty }) => {
  const troubles: string[] = [];
  page.on('pageerror', (error) => troubles.push(error.message));
  const button = (name: string) => page.getByRole('button', { name, exact: true });

  await page.goto(empty.url);
  await expect(page.getByText(/A project holds the cameras of a show/)).toBeVisible();
  await expect(button('Open the demo')).toHaveCount(0);
  await expectAxeClean(page);
  await button('New project').click();
  await expect(button('Begin')).toBeDisabled();
  await page.getByRole('textbox', { name: 'Name' }).fill('Tidal Bore');
  await page.getByRole('radio', { name: /Full look, lifted blacks/ }).check();
  await expectAxeClean(page);
  await button('Begin').click();

  await expect(page).toHaveURL(/\/tidal-bore\/cameras$/);
  await expect(page.getByText(/A profile says how a camera writes light into code/)).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('main').getByRole('button', { name: 'New profile' }).last().click();
  await page.getByRole('textbox', { name: 'Name of the camera' }).fill('Petrel');
  await expect(page.getByText('In file names: petrel')).toBeVisible();
  await button('Make profile').click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Petrel log');
  const unfinished = page.getByRole('status').filter({ hasText: 'Unfinished.' });
  await expect(unfinished).toContainText('16 figures of the maker’s document are still to type: Base, ');
  await expectAxeClean(page);
  for (const [label, value] of Object.entries(sheet.constants)) {
    const field = page.getByRole('textbox', { name: new RegExp(`^${label}`) });
    await expect(field).toHaveValue('');
    await expect(unfinished).toBeVisible();
    await field.fill(value);
    await field.press('Enter');
  }
  await expect(unfinished).toBeHidden();
  await page.getByRole('radio', { name: 'Document check' }).click();
  await page.getByLabel(/Rows to add/).fill(sheet.table);
  await button('Add rows').click();
  await expect(page.getByText(/All 4 rows agree/)).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page).toHaveURL(/cameras\?profile=petrel&tab=check$/);
  await expect(page.getByText(/All 4 rows agree/)).toBeVisible();

  await page.getByRole('link', { name: 'Next: import frames' }).click();
  await expect(page.getByText(/A look is judged on frames as the camera recorded them/)).toBeVisible();
  await page.getByLabel('Frame files').setInputFiles({
    name: 'bore.png',
    mimeType: 'image/png',
    buffer: Buffer.from(ownFrame(), 'base64'),
  });
  await expect(page.getByText('Petrel log · 10 bits')).toBeVisible();

  await page.getByRole('link', { name: 'Next: make a look' }).click();
  const start = page.getByRole('region', { name: 'Begin from' });
  await start.getByRole('button', { name: 'Cold dusk' }).click();
  await expect(start).toBeHidden();
  await expect(page.getByRole('textbox', { name: 'Name of the look' })).toHaveValue('Cold dusk');
  // One step of undo away, like any edit.
  await page.keyboard.press('Control+z');
  await expect(start).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(start).toBeHidden();

  await button('Export cube').click();
  await expect(page.getByText('Cold-dusk_v1_petrel_bt1886_combined_33.cube')).toBeVisible();
  await button('Bake and prove').click();
  await expect(page.getByTestId('proof')).toBeVisible({ timeout: 60_000 });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download' }).click(),
  ]);
  const cube = parseCube(readFileSync(await download.path(), 'utf8'), 'petrel.cube');
  expect(cube.comments.join('\n')).toMatch(/petrel/);
  // The sheet's own mid-grey comes out between 38 and 46 % (common practice).
  const grey = new Float32Array(3).fill(sheet.grey / 1023);
  applyCube(cube, grey, 'tetrahedral');
  for (const v of grey) expect(v).toBeGreaterThan(0.34);
  for (const v of grey) expect(v).toBeLessThan(0.5);

  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Tidal Bore' }).click();
  await expect(page.getByText('1 camera · 1 plate · 1 look · 1 export')).toBeVisible();
  expect(troubles).toEqual([]);
});

test('projects are renamed, duplicated, archived and deleted, and each is taken back', async ({
  page,
  server,
}) => {
  await page.goto(server.url);
  const list = page.getByRole('list', { name: 'Projects' });
  const more = async (name: string, item: string) => {
    await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  const names = list.getByRole('heading');
  await expect(names).toHaveText(['Saltmarsh Line']);
  await more('Saltmarsh Line', 'Duplicate');
  await expect(names).toHaveText(['Saltmarsh Line copy', 'Saltmarsh Line']);
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(page.getByRole('status')).toContainText('"Saltmarsh Line" is duplicated.');
  await undo.click();
  await expect(names).toHaveText(['Saltmarsh Line']);
  await page.getByText('Archived and deleted, 1').click();
  await page.getByRole('button', { name: 'Restore Saltmarsh Line copy' }).click();
  await expect(names).toHaveText(['Saltmarsh Line copy', 'Saltmarsh Line']);
  await more('Saltmarsh Line copy', 'Rename');
  const field = page.getByRole('textbox', { name: 'Name of Saltmarsh Line copy' });
  await field.fill('Second unit');
  await field.press('Enter');
  await expect(names).toHaveText(['Second unit', 'Saltmarsh Line']);
  await expect(page.getByRole('status')).toContainText('"Saltmarsh Line copy" is now "Second unit".');
  await undo.click();
  await expect(names).toHaveText(['Saltmarsh Line copy', 'Saltmarsh Line']);
  await more('Saltmarsh Line copy', 'Rename');
  await field.fill('Second unit');
  await field.press('Enter');
  await expect(names).toHaveText(['Second unit', 'Saltmarsh Line']);

  await more('Second unit', 'Archive');
  await expect(names).toHaveText(['Saltmarsh Line']);
  await page.getByText('Archived and deleted, 1').click();
  await page.getByRole('button', { name: 'Restore Second unit' }).click();
  await expect(names).toHaveText(['Second unit', 'Saltmarsh Line']);
  await more('Saltmarsh Line', 'Delete');
  await expect(page.getByRole('status')).toContainText('"Saltmarsh Line" is deleted.');
  await undo.click();
  await expect(names).toHaveText(['Second unit', 'Saltmarsh Line']);
  // The demo opens from wherever it was put.
  await more('Saltmarsh Line', 'Delete');
  await expect(names).toHaveText(['Second unit']);
  await page.getByRole('button', { name: 'Open the demo' }).click();
  await expect(page).toHaveURL(/\/saltmarsh-line\/look/);
  const picture = page.locator('canvas[data-renderer][data-drawn]');
  await expect(picture).toBeVisible();
  await page.goBack();
  await expect(names).toHaveText(['Saltmarsh Line', 'Second unit']);
  // The copy has the demo's cameras, which its plates were shot with, and opens like any project.
  await page.getByRole('link', { name: 'Open Second unit' }).click();
  await expect(picture).toBeVisible();
});

test('what is open stands in the address, over a reload, a link and a step back', async ({ bench, page }) => {
  await bench.page
    .getByRole('button', { name: /^Marsh, noon/ })
    .first()
    .click();
  await bench.radio('Hue').click();
  await expect(page).toHaveURL(/look\?look=slack-water&plate=[\w-]+&tab=hue$/);
  const place = page.url();
  await page.reload();
  await bench.drawn();
  expect(page.url()).toBe(place);
  await page.getByRole('link', { name: /^Cameras/ }).click();
  await page
    .getByRole('button', { name: /^Curlew/ })
    .first()
    .click();
  await expect(page).toHaveURL(/cameras\?profile=curlew$/);
  await page.goBack();
  await bench.drawn();
  expect(page.url()).toBe(place);
  // Links to what is no tab, no look and no plate lead to the bench all the same, and to a frame that is gone to the wall.
  await page.goto(`${bench.url}/saltmarsh-line/look?tab=nonsense&look=none&plate=%00`);
  await bench.drawn();
  await expect(page).toHaveURL(/look\?look=slack-water(&|$)/);
  await page.goto(`${bench.url}/saltmarsh-line/plates?plate=none&tab=nonsense`);
  await expect(page.getByText('15 frames')).toBeVisible();
  // A link to a plate that is gone leads to the bench all the same.
  await page.goto(`${bench.url}/saltmarsh-line/look?plate=gone&tab=film`);
  await bench.drawn();
  await expect(page).toHaveURL(/tab=film/);
});

import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { writeHald } from '@velvet-dusk/core/formats/hald';
import { newLook } from '@velvet-dusk/core/look/document';
import { lookFrom } from '@velvet-dusk/core/look/startingPoints';
import { bake } from '@velvet-dusk/core/order/bake';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { choose } from '../src/choose.ts';

/** Any LUT on screen: brought, listed, taken apart, tried, compared, learnt from, mended, chosen. */

test.beforeEach(async ({ page, server }) => {
  await page.goto(`${server.url}/saltmarsh-line/inspect`);
  await expect(page.getByText(/Drop the LUTs somebody handed you/)).toBeVisible();
});

const count = (page: Page) => page.getByTestId('inspect-count');
const open = (page: Page, name: RegExp) => page.getByRole('button', { name }).first().click();
const tab = (page: Page, name: string) => page.getByRole('radio', { name, exact: true }).click();
const headline = (page: Page) => page.getByTestId('headline');

test('a maker’s folder: listed, read, sorted, filtered; each file told for what it is, tried, learnt from', async ({
  page,
  server,
}) => {
  await page.getByRole('button', { name: 'Bring the sample folder' }).click();
  await expect(count(page)).toHaveText(/^23 files, [4-6] with faults$/, { timeout: 60_000 });
  await expectAxeClean(page);

  await page.getByRole('button', { name: 'Faults', exact: true }).click();
  await page.getByRole('button', { name: 'Faults', exact: true }).click();
  await expect(page.getByRole('row').nth(1)).toContainText('harbour-pack/old');
  await page.getByRole('textbox', { name: 'Find' }).fill('heron monitor');
  await expect(count(page)).toContainText('1 shown');
  await open(page, /^onset_plus1/);
  await expect(headline(page)).toContainText(
    'A monitor (Cold dusk at 100 %) from Heron log to BT.709, gamma 2.4, 1.0 stops darker',
  );
  await page.getByRole('textbox', { name: 'Find' }).fill('');

  await open(page, /^spoilt_node/);
  await expect(headline(page)).toHaveText(/A conversion from .*; 17 points, with one bad node\./);
  await expect(page.getByRole('region', { name: 'Faults' })).toContainText('One bad node');
  await expect(page.getByRole('img', { name: 'Colours that come out around the worst spot' })).toBeVisible();
  await tab(page, 'Lattice');
  await expect(page.locator('[data-state=there]')).toBeVisible();

  // By keys: the next file of the list.
  const first = page.getByRole('button', { name: /^spoilt_node/ }).first();
  await first.focus();
  await page.keyboard.press('ArrowDown');
  await expect(first).not.toBeFocused();
  await expect(page).toHaveURL(/file=/);

  await open(page, /^Cold-dusk_heron/);
  await tab(page, 'Report');
  // A word nobody knows is taught for its folder, and taken back.
  const report = page.getByRole('region', { name: 'One LUT' });
  await report.getByRole('button', { name: 'Teach Cold' }).click();
  await choose(report, 'Kind of word', 'look');
  await report.getByRole('textbox', { name: 'Name of the look' }).fill('Cold dusk');
  await report.getByRole('button', { name: 'Teach for harbour-pack' }).click();
  await expect(report.getByText('look: Cold dusk')).toBeVisible();
  await report.getByRole('button', { name: 'Undo' }).click();
  await expect(report.getByRole('button', { name: 'Teach Cold' })).toBeVisible();
  await tab(page, 'Try it');
  await expect(page.getByRole('list', { name: 'Readings' }).getByText('Skin hue')).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Strength' }).fill('40');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('slider', { name: 'Strength, as a slider' })).toHaveValue('40');
  await page.getByRole('button', { name: /^\+2/ }).click();
  await expect(page.getByRole('spinbutton', { name: 'Exposed' })).toHaveValue('+2.0');

  await tab(page, 'Against another');
  await choose(page, 'Against', 'harbour-pack/heron/Amber-street_heron_BT709_17.cube');
  await expect(page.getByTestId('difference-words')).toContainText(
    /is Cold-dusk_heron_BT709_17\.cube with less contrast/,
  );
  await expect(page.getByTestId('plate-difference')).toContainText(/on this plate ΔE \d/);
  await expectAxeClean(page);

  await tab(page, 'Learn from it');
  await page.getByRole('button', { name: 'Take it apart' }).click();
  await expect(page.getByTestId('fit-words')).toContainText(/ΔE 0\.\d\d left/, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Make a look of it' }).click();
  await expect(page).toHaveURL(/\/look/);
  await expect(page.getByRole('link', { name: /^Look/ })).toContainText('Cold-dusk_heron_BT709_17');
  const looks = (await (await fetch(`${server.url}/api/projects/saltmarsh-line`)).json()) as {
    looks: { document: { notes: string } }[];
  };
  expect(looks.looks.map((l) => l.document.notes).join('\n')).toMatch(
    /Learnt from harbour-pack.*\n.*\nSteps fitted/,
  );
});

test('a file is brought, mended and placed; wrong ones are told; what is taken off comes back', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'dusk-luts-'));
  const cube = bake({
    role: 'conversion',
    profile: profileOf('heron'),
    look: newLook('x'),
    display: standardDisplay,
    grid: 17,
  });
  const log = bake({
    role: 'creative-log',
    profile: profileOf('heron'),
    look: lookFrom('cold-dusk', 'x'),
    display: standardDisplay,
    grid: 16,
  });
  const write = (name: string, data: string | Uint8Array) => {
    writeFileSync(join(folder, name), data);
    return join(folder, name);
  };
  const plain = write('heron_to_BT709_33.cube', writeCube({ ...cube, title: '', comments: [] }));
  const hald = write('log.png', writeHald(log, 16));
  const bad = write('bad.cube', 'LUT_3D_SIZE 2\n0 0 0\nnothing 0 0\n');
  execFileSync('python3', [
    '-c',
    'import sys,zipfile\nz=zipfile.ZipFile(sys.argv[1],"w")\nz.write(sys.argv[2],"deep/in/zipped.cube")\nz.writestr("read me.txt","hello")',
    join(folder, 'all.zip'),
    plain,
  ]);
  await page
    .getByLabel('LUT files, or a zip of them')
    .setInputFiles([plain, hald, bad, join(folder, 'all.zip')]);
  await expect(page.getByRole('alert')).toContainText('bad.cube: line 3');
  await expect(count(page)).toHaveText('3 files');
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await open(page, /^heron_to_BT709/);
  await expect(headline(page)).toHaveText(
    'A conversion from Heron log to BT.709, gamma 2.4; 17 points, sound.',
  );
  await expect(page.getByText('The name says 33 points, the file has 17.')).toBeVisible();
  await expect(page.getByText('The same values as all/deep/in/zipped.cube')).toBeVisible();

  await page.getByRole('button', { name: 'Choose for a shoot' }).click();
  await expect(page.getByTestId('choice')).toHaveText('2 files fit; the first is as good as any.');
  await choose(page, 'Camera code', 'Wren log');
  await expect(page.getByTestId('choice')).toHaveText(/None of these files fits/);
  await expect(page.getByRole('list', { name: 'Files, the best first' })).toContainText(
    'this shoot records Wren log',
  );
  await expectAxeClean(page);
  await page.keyboard.press('Escape');

  await tab(page, 'Repair');
  await page.getByRole('spinbutton', { name: 'Points' }).fill('9');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByTestId('repaired')).toContainText(/ΔE \d+\.\d\d from what it was/);
  await expectAxeClean(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('LUT_3D_SIZE 9');
  await page.getByRole('button', { name: 'Put it into the list' }).click();
  await expect(headline(page)).toContainText('9 points');
  await expect(page.getByText(/another grid of heron_to_BT709_33\.cube/)).toBeVisible();

  await page.getByRole('button', { name: 'Take off the list' }).click();
  await expect(count(page)).toHaveText('3 files');
  await page.getByRole('button', { name: 'Put back' }).click();
  await expect(count(page)).toHaveText('4 files');
  await page.reload();
  await expect(count(page)).toHaveText('4 files');

  // A Hald picture of a log look becomes a step, in the camera's own code.
  await open(page, /^log\.png/);
  await tab(page, 'Try it');
  await page.getByRole('button', { name: 'Put it into the look' }).click();
  await expect(page).toHaveURL(/\/look/);
  await expect(page.getByText('log.cube', { exact: true }).first()).toBeVisible();
});

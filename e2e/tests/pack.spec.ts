import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { choose } from '../src/choose.ts';
import { dragOnto } from '../src/dragOnto.ts';

/** A pack on screen: planned, mended, exported, proved, unzipped. */

test.beforeEach(async ({ page, server }) => {
  await page.goto(`${server.url}/saltmarsh-line/pack`);
  await expect(page.getByRole('table', { name: 'Looks by cameras' })).toBeVisible();
});

test('a cell is edited, painted over others, and each is one step of undo', async ({ page }) => {
  const cell = (name: RegExp) => page.getByRole('button', { name });
  const heron = cell(/^Oilskin on Heron log/);
  await heron.click();
  const editor = page.getByRole('dialog', { name: 'Oilskin on Heron log' });
  await expect(editor).toBeVisible();
  await expectAxeClean(page);
  await editor.getByLabel('Grid').first().fill('45');
  await editor.getByLabel('Grid').first().press('Enter');
  await expect(heron).toHaveAccessibleName(/conversion 45/);
  await choose(editor, 'Role of LUT 2', 'Trim');
  await expect(heron).toHaveAccessibleName(/trim \+1 33/);
  await page.keyboard.press('Escape');
  await expect(editor).toBeHidden();

  const wren = cell(/^Oilskin on Wren log/);
  const [from, to] = [(await heron.boundingBox())!, (await wren.boundingBox())!];
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + 20, { steps: 12 });
  await page.mouse.up();
  await expect(wren).toHaveAccessibleName(/trim \+1 33/);
  await page.keyboard.press('Control+z');
  await expect(wren).not.toHaveAccessibleName(/trim/);
  await page.keyboard.press('Control+z');
  await expect(heron).not.toHaveAccessibleName(/trim/);
  await page.keyboard.press('Control+Shift+z');
  await expect(heron).toHaveAccessibleName(/trim \+1 33/);
  // What was edited is there again after a reload.
  await page.waitForTimeout(900);
  await page.reload();
  await expect(heron).toHaveAccessibleName(/trim \+1 33/);
});

test('names are built and typed, what breaks a rule is told, and one click mends it', async ({ page }) => {
  const files = page.getByRole('table', { name: 'Planned files' });
  await expect(files.getByText(/^Slack-Water_v1_heron_bt1886_combined_33\.cube$/)).toBeVisible();
  const version = page.getByRole('button', { name: 'version', exact: true });
  await version.click();
  await expect(files.getByText('Slack-Water_heron_bt1886_combined_33.cube')).toBeVisible();
  await page.getByRole('button', { name: 'look', exact: true }).click();
  await expect(files.getByText(/another file has this name/).first()).toBeVisible();
  await files.getByRole('button', { name: 'Add look to the names' }).first().click();
  await expect(files.getByText(/another file has this name/)).toHaveCount(0);

  const name = files.getByText('heron_bt1886_combined_33_Slack-Water.cube');
  await name.dblclick();
  await page.getByRole('textbox', { name: /^Name of heron_bt1886_combined_33_Slack/ }).fill('CON.cube');
  await page.keyboard.press('Enter');
  await expect(files.getByText(/"CON" is kept for a device/)).toBeVisible();
  await page.getByRole('button', { name: 'Export and prove' }).click();
  await expect(page.getByRole('alert')).toContainText('1 file has a name that cannot be written');
  await page.keyboard.press('Escape');
  await files.getByRole('button', { name: 'Use the built name' }).click();
  await expect(name).toBeVisible();

  // A part is dragged before another, and a look is written short.
  const part = (named: string) => page.getByRole('button', { name: named, exact: true });
  const input = (await part('input').boundingBox())!;
  await dragOnto(page, part('look'), { x: input.x + input.width / 2, y: input.y + input.height / 2 });
  await expect(files.getByText('Slack-Water_heron_bt1886_combined_33.cube')).toBeVisible();
  await page.getByRole('button', { name: 'Abbreviations' }).click();
  const short = page.getByRole('textbox', { name: 'Words Slack-Water, written short' });
  await short.fill('v3');
  await short.press('Enter');
  await expect(page.getByRole('alert')).toContainText('read as another part of a name');
  await short.fill('SW');
  await short.press('Enter');
  await page.keyboard.press('Escape');
  await expect(files.getByText('SW_heron_bt1886_combined_33.cube')).toBeVisible();

  const places = page.getByRole('complementary', { name: 'Where the files go' });
  await places.getByRole('button', { name: 'Field monitor' }).click();
  await places.getByLabel('Grids').fill('9');
  await places.getByLabel('Grids').press('Enter');
  await expect(places.getByText('▲ 4 files will not do')).toBeVisible();
  await files.getByRole('button', { name: 'Use 9 points' }).first().click();
  await expect(places.getByText('▲ 3 files will not do')).toBeVisible();
  await expectAxeClean(page);
});

/** Milliseconds an export may take, on a slow machine that does something else beside. */
const slowest = 240_000;

/** A small pack of its own, so that the whole way is walked in seconds; its export window is opened. */
async function orderSmallPack(page: Page): Promise<Locator> {
  await page.getByRole('button', { name: 'Packs of this project' }).click();
  await page.getByRole('menuitem', { name: 'New pack' }).click();
  await expect(page.getByText(/No file is planned/)).toBeVisible();
  await page.getByRole('button', { name: /^Slack Water on Heron log/ }).click();
  await page.getByRole('button', { name: 'Add a LUT' }).click();
  await page.getByRole('dialog').getByLabel('Grid').fill('17');
  await page.getByRole('dialog').getByLabel('Grid').press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^1 file · /)).toBeVisible();
  // The configuration is checked among the core's tests; here it would be baked three times over.
  await page.getByRole('button', { name: 'Details' }).click();
  await page.getByLabel('With an OpenColorIO configuration of the whole pack').uncheck();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Export and prove' }).click();
  return page.getByRole('dialog', { name: 'Export and prove' });
}

test('plan, export, proof, download, unzip, checksums; then into a folder', async ({ page }) => {
  const order = await orderSmallPack(page);
  await expectAxeClean(page);
  await order.getByRole('button', { name: 'Export and prove' }).click();
  const link = order.getByRole('link', { name: 'Download' });
  await expect(link).toBeVisible({ timeout: slowest });
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  const folder = mkdtempSync(join(tmpdir(), 'pack-'));
  const zip = join(folder, download.suggestedFilename());
  await download.saveAs(zip);
  execFileSync('unzip', ['-q', zip, '-d', folder]);
  const top = readdirSync(folder).find((f) => !f.endsWith('.zip'))!;
  execFileSync('sha256sum', ['--quiet', '-c', 'checksums.sha256'], { cwd: join(folder, top) });
  const manifest = JSON.parse(readFileSync(join(folder, top, 'manifest.json'), 'utf8')) as {
    files: { path: string; proof: { mean: number } }[];
  };
  expect(manifest.files).toHaveLength(1);

  // Into a folder: the browser's private one stands in for the user's, whose picker no test can press.
  await page.evaluate(() => {
    window.showDirectoryPicker = () => navigator.storage.getDirectory();
  });
  await order.getByRole('button', { name: 'Write to a folder …' }).click();
  await expect(order.getByText(/files are in /)).toBeVisible();
  await order.getByRole('button', { name: 'Write to a folder …' }).click();
  await expect(order.getByRole('alert')).toContainText(/There is a folder ".*" already/);

  await order.getByRole('button', { name: 'Show the proof' }).click();
  const proof = page.getByRole('table', { name: 'Proof of every file' });
  await expect(proof.getByRole('row')).toHaveCount(1);
  await expect(proof).toContainText(manifest.files[0].proof.mean.toFixed(2));
  await proof.getByRole('button').click();
  await expect(proof.getByRole('img', { name: /^Grey axis/ })).toBeVisible();
  await expect(proof.getByRole('img', { name: /^The worst colour/ })).toHaveCount(3);
});

test.describe(() => {
  test.use({ ownProcess: true });

  test('a release is held over a restart, let go with a reason, and a second made', async ({
    server,
    page,
  }) => {
    const order = await orderSmallPack(page);
    await order.getByRole('radio', { name: 'Release 1' }).click();
    await order.getByRole('button', { name: 'Make release 1' }).click();
    const held = order.getByRole('form', { name: 'What stands against the release' });
    await expect(held.getByRole('list')).toHaveCount(1, { timeout: slowest });
    await expect(held.getByRole('list', { name: 'Accuracy' }).getByRole('listitem')).toHaveCount(1);
    await expect(held.getByRole('button', { name: 'No reason yet for accuracy' })).toBeDisabled();
    // It waits for as long as nobody answers, over a restart too, and is found again among the jobs.
    await server.restart();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /1 held/ }).click();
    const jobs = page.getByRole('dialog', { name: 'Jobs' });
    await jobs.getByLabel('Reason: accuracy').fill('Seventeen points are for monitors.');
    await jobs.getByRole('button', { name: 'Release with these reasons' }).click();
    await expect(jobs.getByRole('listitem').filter({ hasText: 'release 1' })).toContainText('done', {
      timeout: slowest,
    });
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Export and prove' }).click();
    await expect(order.getByRole('link', { name: 'Download' })).toBeVisible({ timeout: slowest });
    await page.keyboard.press('Escape');
    const releases = page.getByRole('list', { name: 'Releases' });
    await page.getByRole('radio', { name: 'Releases' }).click();
    await expect(releases).toContainText('Seventeen points are for monitors.');

    // The second at another strength, against the first.
    await page.getByRole('button', { name: /^Slack Water on Heron log/ }).click();
    await page.getByRole('dialog').getByLabel('Strength').fill('50');
    await page.getByRole('dialog').getByLabel('Strength').press('Enter');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Export and prove' }).click();
    await order.getByRole('radio', { name: 'Release 2' }).click();
    await order.getByRole('button', { name: 'Make release 2' }).click();
    await held.getByLabel('Reason: accuracy').fill('As before.');
    await held.getByRole('button', { name: 'Release with these reasons' }).click();
    await expect(order.getByRole('heading', { name: /release 2/ })).toBeVisible();
    await expect(order.getByRole('link', { name: 'Download' })).toBeVisible({ timeout: slowest });
  });
});

test('a stand-in device loads the card, and its picture is told from the recipe', async ({ page }) => {
  const device = page.getByRole('region', { name: 'Stand-in device' });
  const menu = device.getByRole('list', { name: 'Menu of the device' });
  await expect(menu.getByRole('button')).toHaveCount(4, { timeout: 60_000 });
  const mean = async () =>
    Number(/ΔE ([\d.]+)/.exec(await device.getByTestId('device-difference').innerText())![1]);
  expect(await mean()).toBeGreaterThan(0);
  expect(await mean()).toBeLessThan(2);
  await choose(device, 'Device', 'Recorder');
  await expect(menu.getByRole('button').first()).toHaveText(/^1 [A-Z0-9]{1,8}$/);
  await expect(device.getByText(/narrow range/)).toBeVisible();
  expect(await mean()).toBeLessThan(2);
  await expectAxeClean(page);
});

test('a display is added, an HDR file is planned for it, and notes go on the look card', async ({ page }) => {
  await page.getByRole('button', { name: 'Details' }).click();
  const details = page.getByRole('dialog', { name: 'Details of Night Crew' });
  await details.getByRole('button', { name: 'Add a display' }).click();
  await choose(details, 'Display display', 'BT.2100 PQ');
  await details.getByLabel('Peak').fill('4000');
  await details.getByLabel('Peak').press('Enter');
  await expect(details.getByText('pq4000')).toBeVisible();
  await details.getByLabel('Strength advice for Oilskin').fill('Half of it indoors.');
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Oilskin on Curlew/ }).click();
  const editor = page.getByRole('dialog', { name: /^Oilskin on Curlew/ });
  await choose(editor, 'Output of LUT 2', 'BT.2100 PQ · pq4000');
  await page.keyboard.press('Escape');
  const files = page.getByRole('table', { name: 'Planned files' });
  await expect(async () => {
    for (let y = 0; y < 2000; y += 150) {
      await files.evaluate((list, to) => list.scrollTo(0, to), y);
      if (await files.getByText('Oilskin_v1_curlew_pq4000_combined_33.cube').isVisible()) return;
    }
    throw new Error('no such file is listed');
  }).toPass({ timeout: 60_000 });
  // A display that files are planned for cannot be taken away.
  await page.getByRole('button', { name: 'Details' }).click();
  await expect(details.getByRole('button', { name: 'Remove BT.2100 PQ, display' })).toBeDisabled();
});

test('a pack is deleted and brought back', async ({ page }) => {
  await page.getByRole('button', { name: 'Packs of this project' }).click();
  await page.getByRole('menuitem', { name: 'New pack' }).click();
  const name = page.getByRole('textbox', { name: 'Name of the pack' });
  await expect(name).toHaveValue('Pack 2');
  await page.getByRole('button', { name: 'Packs of this project' }).click();
  await page.getByRole('menuitem', { name: 'Delete this pack' }).click();
  await expect(name).toHaveValue('Night Crew');
  await expect(page.getByRole('button', { name: 'Packs of this project' })).toHaveText('1 pack');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Packs of this project' })).toHaveText('2 packs');
});

import { readFileSync } from 'node:fs';
import { Bench } from '../src/bench.ts';
import { expect, test } from '../src/fixtures.ts';

/** Nothing is lost: reloads, a killed server, two windows. */

test('a reload keeps the look, the shot and the history', async ({ page, bench }) => {
  await bench.type('Saturation', '1.3');
  await bench.type('Contrast', '1.4');
  await bench.type('Warmth', '20');
  await bench.saved();
  await page.reload();
  await bench.drawn();
  await expect(bench.number('Contrast')).toHaveValue('1.40');
  await expect(bench.number('Warmth')).toHaveValue('+20');
  await page.keyboard.press('Control+z');
  await expect(bench.number('Warmth')).toHaveValue('0');
  await page.keyboard.press('Control+z');
  await expect(bench.number('Contrast')).toHaveValue('1.08');
  await expect(bench.number('Saturation')).toHaveValue('1.30');
  await page.keyboard.press('Control+Shift+z');
  await expect(bench.number('Contrast')).toHaveValue('1.40');
});

test('one drag is one step of undo', async ({ page, bench }) => {
  const shadows = bench.number('Shadows density');
  const before = await shadows.inputValue();
  await bench.drag(page.getByRole('slider', { name: 'Shadows density' }), 0, -20);
  await expect(shadows).not.toHaveValue(before);
  await page.keyboard.press('Control+z');
  await expect(shadows).toHaveValue(before);
});

test('edits made while the server is dead are kept, shown as unsaved, and saved when it is back', async ({
  page,
  bench,
  server,
}) => {
  await server.kill();
  await bench.number('Contrast').fill('1.33');
  await bench.number('Contrast').press('Enter');
  await expect(page.getByText('Not saved: server away')).toBeVisible();
  await server.restart();
  await bench.saved();
  await page.reload();
  await bench.drawn();
  await expect(bench.number('Contrast')).toHaveValue('1.33');
});

test('a page closed before its edit was saved finds it again', async ({ page, bench, server }) => {
  await server.kill();
  await bench.number('Contrast').fill('1.27');
  await bench.number('Contrast').press('Enter');
  await expect(page.getByText('Not saved: server away')).toBeVisible();
  await page.goto('about:blank');
  await server.restart();
  await bench.open();
  await expect(bench.number('Contrast')).toHaveValue('1.27');
  await bench.saved();
});

test('the server killed during an export: after its return the file is whole', async ({
  page,
  bench,
  server,
}) => {
  await bench.button('Export cube').click();
  await bench.radio('65').click();
  await bench.button('Bake and prove').click();
  await expect(page.getByText(/(Baking|Writing|Reading back|Proving) \d+ %/)).toBeVisible();
  await server.restart();
  await page.reload();
  await bench.drawn();
  await bench.button('Export cube').click();
  await expect(page.getByTestId('proof')).toBeVisible({ timeout: 40_000 });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  expect(text.split('\n').filter((l) => /^\d/.test(l))).toHaveLength(65 ** 3);
});

test('a second window is told of a conflict; either side can be kept, and neither is lost', async ({
  page,
  bench,
  context,
}) => {
  const second = new Bench(await context.newPage(), bench.url);
  await second.open();
  await bench.type('Contrast', '1.5');
  await bench.saved();
  await second.number('Saturation').fill('0.5');
  await second.number('Saturation').press('Enter');
  const told = second.page.getByRole('dialog', { name: 'This look was changed elsewhere' });
  await expect(told).toBeVisible();
  await told.getByRole('button', { name: /undo brings mine back/ }).click();
  await expect(told).toBeHidden();
  await expect(second.number('Contrast')).toHaveValue('1.50');
  await second.page.keyboard.press('Control+z');
  await expect(second.number('Saturation')).toHaveValue('0.50');
  await page.bringToFront();
  await expect(bench.number('Contrast')).toHaveValue('1.50');
});

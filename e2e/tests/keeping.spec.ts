import { readFileSync } from 'node:fs';
import { expect, test } from '../src/fixtures.ts';

test.use({ ownProcess: true });

/** Nothing is lost: reloads, a killed server. */

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
  await expect(page.getByTestId('proof')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  expect(text.split('\n').filter((l) => /^\d/.test(l))).toHaveLength(65 ** 3);
});

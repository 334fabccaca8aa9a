import { readFileSync } from 'node:fs';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { screenDifference } from '../src/pictures.ts';
import { choose } from '../src/choose.ts';

/** The texture lane: seen on the picture, told on the look card, never in a LUT. */

test('texture shows on the picture and nowhere else: hidden or undone, the picture is the cube’s again', async ({
  page,
  bench,
}) => {
  const lane = page.getByRole('region', { name: 'Texture lane' });
  await expect(lane).toContainText('does not travel in a LUT');
  const plain = await bench.screen();
  const grey = await bench.read('Mid-grey');
  await lane.getByRole('switch', { name: 'Grain on' }).click();
  await lane.getByRole('switch', { name: 'Halation on' }).click();
  const grainy = await bench.screen();
  expect(screenDifference(plain, grainy)).toBeGreaterThan(8);
  expect(await bench.read('Mid-grey')).toBe(grey);
  await expect(page.getByText('at 100 %, with texture')).toBeVisible();

  await page.keyboard.press('x');
  await expect(lane.getByRole('button', { name: 'Hidden' })).toBeVisible();
  expect(screenDifference(plain, await bench.screen())).toBe(0);
  await page.keyboard.press('x');
  expect(screenDifference(grainy, await bench.screen())).toBe(0);
  // The clip overlay reads the look, so texture steps aside for it.
  await page.keyboard.down('b');
  await expect(page.getByText('Normalised', { exact: true }).last()).toBeVisible();
  await page.keyboard.up('b');

  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(lane.getByRole('switch', { name: 'Grain on' })).not.toBeChecked();
  expect(screenDifference(plain, await bench.screen())).toBe(0);
});

test('what texture adds is shown alone, and both viewers show the same', async ({ page, bench }) => {
  const lane = page.getByRole('region', { name: 'Texture lane' });
  await lane.getByRole('switch', { name: 'Vignette on' }).click();
  await lane.getByRole('switch', { name: 'Grain on' }).click();
  await lane.getByRole('switch', { name: 'Bloom on' }).click();
  await bench.saved();
  await bench.open('?viewer=webgl2');
  const drawn = await bench.screen();
  await bench.button(/^Overlay/).click();
  await page.getByRole('menuitemradio', { name: 'Texture only' }).click();
  const alone = await bench.screen();
  await bench.open('?viewer=worker');
  expect(screenDifference(drawn, await bench.screen())).toBeLessThanOrEqual(1);
  await bench.button(/^Overlay/).click();
  await page.getByRole('menuitemradio', { name: 'Texture only' }).click();
  // What is raised threefold may differ by three.
  expect(screenDifference(alone, await bench.screen())).toBeLessThanOrEqual(3);
  await lane.getByRole('button', { name: 'Hide' }).click();
  // Nothing is added: an even grey.
  const nothing = await bench.screen();
  const middle = (Math.floor(nothing.height / 2) * nothing.width + Math.floor(nothing.width / 2)) * 3;
  for (let c = 0; c < 3; c++) expect(Math.round(nothing.rgb[middle + c] * 255)).toBeCloseTo(127, -0.4);
});

test('texture is set by handle, track, pick and number; the card tells it, a reload keeps it', async ({
  page,
  bench,
}) => {
  const lane = page.getByRole('region', { name: 'Texture lane' });
  await lane.getByRole('button', { name: 'Halation' }).click();
  await bench.type('Amount', '25');
  await expect(lane.getByRole('switch', { name: 'Halation on' })).toBeChecked();
  await bench.button('Pick on the picture').click();
  const box = (await bench.canvas.boundingBox())!;
  // The lit cabin windows of the first plate.
  await page.mouse.click(box.x + box.width * 0.78, box.y + box.height * 0.39);
  await expect(bench.number('Threshold')).not.toHaveValue('+3.0');
  const threshold = page.getByRole('slider', { name: 'Threshold handle' });
  await threshold.focus();
  const before = Number((await bench.number('Threshold').inputValue()).replace('−', '-'));
  await page.keyboard.press('ArrowRight');
  expect(Number((await bench.number('Threshold').inputValue()).replace('−', '-'))).toBeCloseTo(
    before + 0.1,
    5,
  );

  await page.getByRole('button', { name: 'Grain', exact: true }).first().click();
  await choose(page, 'Gauge', '16 mm');
  await bench.drag(page.getByRole('slider', { name: 'In shadows handle' }).locator('rect'), 0, 30);
  expect(Number(await bench.number('In shadows').inputValue())).toBeLessThan(0.8);
  await bench.number('RMS granularity').fill('400');
  await expect(bench.number('RMS granularity')).toHaveAttribute('aria-invalid', 'true');
  await bench.number('RMS granularity').press('Escape');
  await expect(lane.getByRole('listitem').filter({ hasText: 'Grain' })).toContainText('16 mm, RMS 8');
  await expectAxeClean(page);

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    bench.button('Save the card').click(),
  ]);
  expect(download.suggestedFilename()).toBe('Slack-Water-card.txt');
  const card = readFileSync(await download.path(), 'utf8');
  expect(card).toMatch(
    /does not travel in a LUT[^]*Halation\n {4}adds 25 %[^]*Grain\n {4}16 mm film, RMS granularity 8/,
  );

  await bench.saved();
  await page.reload();
  await bench.drawn();
  await expect(lane.getByRole('switch', { name: 'Grain on' })).toBeChecked();
  await bench.button('Export cube').click();
  await expect(page.getByText('the look card tells of halation, grain')).toBeVisible();
});

test('a kind is off or scaled on one plate, stays with it over a reload, is undone and told on the card', async ({
  page,
  bench,
}) => {
  const lane = page.getByRole('region', { name: 'Texture lane' });
  await lane.getByRole('switch', { name: 'Halation on' }).click();
  await lane.getByRole('button', { name: 'Halation' }).click();
  const here = page.getByRole('group', { name: 'On this plate' });
  await bench.type('On this plate', '50');
  await expect(lane).toContainText('50 % here');
  await here.getByRole('button', { name: 'Off for this plate' }).click();
  await expect(lane).toContainText('off here');
  await bench.drawn();
  await page.keyboard.press('Control+z');
  await expect(lane).toContainText('50 % here');
  await page.keyboard.press('Control+Shift+z');
  await expect(lane).toContainText('off here');

  const plates = page.getByRole('navigation', { name: 'Plates' });
  const plate = (name: RegExp) => plates.getByRole('button', { name }).first();
  await plate(/Marsh, noon/).click();
  await expect(lane).not.toContainText('here');
  await bench.saved();
  await page.reload();
  await bench.drawn();
  // The same plate is on the bench as before.
  await expect(lane).not.toContainText('here');
  await plate(/Quay, blue hour/).click();
  await expect(lane).toContainText('off here');
  await lane.getByRole('button', { name: 'Halation' }).click();
  const download = page.waitForEvent('download');
  await bench.button('Save the card').click();
  const card = readFileSync(await (await download).path(), 'utf8');
  expect(card).toContain('On single plates\n    Quay, blue hour: halation off');
});

import { expectAxeClean } from '../src/axe.ts';
import { dragOnto } from '../src/dragOnto.ts';
import { expect, test } from '../src/fixtures.ts';

/** Steps that are drawn by what they do, and their places in the recipe. */

test('a step is drawn by what it does, and set by handle, track, key and number', async ({ page, bench }) => {
  const lane = page.getByRole('region', { name: 'Look lane' });
  await lane.getByRole('button', { name: 'Exposure', exact: true }).click();
  const handle = page.getByRole('slider', { name: 'Exposure handle' });
  const exposure = page.getByRole('region', { name: 'Tone' }).getByRole('spinbutton', { name: 'Exposure' });
  await exposure.fill('0.5');
  await exposure.press('Enter');
  await expect(handle).toHaveAttribute('aria-valuenow', '0.5');
  await handle.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(exposure).toHaveValue('0.00');
  // A stop of exposure is a stop on the drawing: its scale runs over six stops.
  const plot = (await page.getByRole('group', { name: 'Light, stops over stops' }).boundingBox())!;
  const perStop = (plot.height - 26) / 6;
  await bench.drag(handle.locator('rect'), 0, -perStop);
  expect(Number(await exposure.inputValue())).toBeCloseTo(1, 1);
  await page.getByRole('slider', { name: 'Exposure, track' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(exposure).toHaveValue('0.00');

  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: 'Primaries and secondaries' }).click();
  await page.getByRole('button', { name: 'Saturation', exact: true }).first().click();
  await bench.type('Yellow sat', '0.5');
  await expect(page.getByRole('slider', { name: 'Yellow sat handle' })).toHaveAttribute(
    'aria-valuenow',
    '0.5',
  );
  await expect(lane.getByRole('listitem').filter({ hasText: 'Primaries and secondaries' })).toContainText(
    '1 of 6',
  );

  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: 'Toe and shoulder' }).click();
  await bench.button('Pick on the picture').click();
  const box = (await bench.canvas.boundingBox())!;
  // The dark post at the left of the first plate: a shadow, so it moves where the toe begins.
  await page.mouse.click(box.x + box.width * 0.1, box.y + box.height * 0.5);
  await expect(bench.number('Toe from')).not.toHaveValue('−3.00');
  await expectAxeClean(page);
  await bench.button('Whole tone dock').click();
  await expect(page.getByRole('group', { name: /^Tone curve/ })).toBeVisible();
});

test('rows of the recipe are dragged to another place in one undoable move', async ({ page, bench }) => {
  const rows = page.getByRole('region', { name: 'Look lane' }).getByRole('listitem');
  const names = async () => (await rows.locator('button[aria-expanded]').allInnerTexts()).slice(0, 4);
  const before = await names();
  const first = rows.filter({ hasText: before[0] }).first();
  await first.hover();
  const grip = page.getByTestId(/^grip/).first();
  const { x, width } = (await grip.boundingBox())!;
  const to = (await rows.nth(2).boundingBox())!;
  await dragOnto(page, grip, { x: x + width / 2, y: to.y + to.height - 6 });
  await bench.drawn();
  expect(await names()).toEqual([before[1], before[2], before[0], before[3]]);
  await page.keyboard.press('Control+z');
  expect(await names()).toEqual(before);
});

import { expectAxeClean } from '../src/axe.ts';
import { dragOnto } from '../src/dragOnto.ts';
import { expect, test } from '../src/fixtures.ts';

/** Steps that are drawn by what they do, their places and names in the recipe, and parts of it that are shown. */

/** Rows in the middle of a picture, where no words lie over it. */
const middle = ({ rgb, width, height }: { rgb: Float32Array; width: number; height: number }) =>
  rgb.slice(Math.round(height * 0.4) * width * 3, Math.round(height * 0.6) * width * 3);

/** Samples of two pictures that differ: a number, since telling two pictures apart in words takes minutes. */
const differing = (a: Float32Array, b: Float32Array) =>
  a.length === b.length ? a.reduce((n, v, i) => n + Number(v !== b[i]), 0) : Infinity;

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
  await dragOnto(page, grip, { x: x + width / 2, y: to.y + to.height / 2 });
  await bench.drawn();
  expect(await names()).toEqual([before[1], before[2], before[0], before[3]]);
  await page.keyboard.press('Control+z');
  expect(await names()).toEqual(before);
});

test('a step is heard alone, and copied to another look', async ({ page, bench }) => {
  await bench.step('Saturation').getByRole('button', { name: 'Saturation', exact: true }).click();
  await bench.button('Only Saturation').click();
  await expect(bench.canvas).toHaveAttribute('aria-label', /Saturation alone/);
  await page.keyboard.press('s');
  await expect(bench.canvas).not.toHaveAttribute('aria-label', /alone/);
  await bench.button('Copy Saturation').click();
  await bench.button('4 looks').click();
  await page.getByRole('menuitem', { name: 'Oilskin', exact: true }).click();
  await expect(page.getByLabel('Name of the look')).toHaveValue('Oilskin');
  await bench.button('Add a step').click();
  await page.getByRole('menuitem', { name: /^Paste saturation, 0\.84/ }).click();
  await expect(bench.step('Saturation')).toHaveCount(2);
});

test('a step is named and noted, and the picture is walked through as far as each step', async ({
  page,
  bench,
}) => {
  const recipe = page.getByRole('region', { name: 'Look lane' });
  await bench.step('Zones').getByRole('button', { name: 'Zones', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of Zones' }).fill('Tide mark');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Note on Zones' }).fill('Cold water, warm lamps');
  await page.keyboard.press('Enter');
  const named = recipe.getByRole('button', { name: 'Tide mark', exact: true });
  await page.mouse.move(5, 5);
  await named.hover();
  await expect(page.getByTestId('tip')).toContainText('Cold water, warm lamps');

  const whole = middle(await bench.screen());
  // As far as the step, the picture is what it is with all later steps off.
  await page.keyboard.press('a');
  await expect(bench.canvas).toHaveAttribute('aria-label', /as far as Tide mark, \d+ of \d+/);
  let asFar = whole;
  await expect.poll(async () => differing((asFar = middle(await bench.screen())), whole)).toBeGreaterThan(0);
  await page.keyboard.press(']');
  await expect(bench.canvas).not.toHaveAttribute('aria-label', /Tide mark/);
  await expect(bench.canvas).toHaveAttribute('aria-label', /as far as /);
  await page.keyboard.press('[');
  await page.keyboard.press('a');
  await expect(bench.canvas).not.toHaveAttribute('aria-label', /as far as/);
  const switches = recipe.getByRole('switch', { name: / on$/ });
  const names = await switches.evaluateAll((all) => all.map((s) => s.getAttribute('aria-label')));
  for (let at = names.indexOf('Zones on') + 1; at < names.length; at++) {
    const later = switches.nth(at);
    if ((await later.getAttribute('aria-checked')) === 'true') await later.click();
  }
  await expect.poll(async () => differing(middle(await bench.screen()), asFar)).toBe(0);

  await bench.saved();
  await page.reload();
  await bench.drawn();
  await expect(named).toBeVisible();
});

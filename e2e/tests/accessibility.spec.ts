import { expectAxeClean } from '../src/axe.ts';
import { choiceOf } from '../src/choose.ts';
import { expect, test, viewingTest } from '../src/fixtures.ts';

/** Keyboard, screen readers, wrong input, stations that are not there yet. */

test('the bench, the export window and a later station are axe-clean', async ({ page, bench }) => {
  await expectAxeClean(page);
  await bench.reading('Skin hue').click();
  await page.keyboard.press('e');
  await bench.button('Bake and prove').click();
  await expect(page.getByTestId('proof')).toBeVisible();
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: /^Log/ }).click();
  await expectAxeClean(page);
});

viewingTest('every station is on the hour line; those not built say so', async ({ page, bench }) => {
  const stations = bench.page.getByRole('navigation', { name: 'Stations' }).getByRole('link');
  await expect(stations).toHaveCount(7);
  await page.getByRole('link', { name: /^Log/ }).click();
  await expect(page.getByRole('heading', { name: 'Log', exact: true })).toBeVisible();
  await expect(page.getByText('not built yet; nothing here can be used')).toBeVisible();
  await page.getByRole('link', { name: 'Go to the look bench' }).click();
  await bench.drawn();
});

test('the bench is worked by keys alone', async ({ page, bench }) => {
  await page.keyboard.press('3');
  await expect(bench.button(/Marsh, noon/).first()).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('n');
  await expect(bench.radio('Normalised')).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('l');
  await page.getByRole('slider', { name: 'Highlights density' }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(bench.number('Highlights density')).toHaveValue('−0.14');
  await page.getByRole('slider', { name: 'Contrast' }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(bench.number('Contrast')).toHaveValue('1.07');
  await page.getByRole('switch', { name: 'Zones on' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('switch', { name: 'Zones on' })).toHaveAttribute('aria-checked', 'false');
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
});

test('numbers: arrows step, a wrong one is not taken, a double click on the label goes back', async ({
  page,
  bench,
}) => {
  const contrast = bench.number('Contrast');
  await contrast.focus();
  await page.keyboard.press('ArrowUp');
  await expect(contrast).toHaveValue('1.09');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(contrast).toHaveValue('1.19');
  await contrast.fill('99');
  await expect(contrast).toHaveAttribute('aria-invalid', 'true');
  await contrast.press('Enter');
  await expect(contrast).toHaveValue('1.19');
  await contrast.fill('0,9');
  await contrast.press('Enter');
  await expect(contrast).toHaveValue('0.90');
  await bench.type('Warmth', '33');
  await page.getByText('Warmth', { exact: true }).dblclick();
  await expect(bench.number('Warmth')).toHaveValue('0');
});

test('a new look is made from a starting point, steps are added and moved, and the first look is as it was', async ({
  page,
  bench,
}) => {
  await bench.type('Saturation', '1.11');
  await bench.button('4 looks').click();
  await page.getByRole('menuitem', { name: /^Wet slate/ }).click();
  await expect(page.getByLabel('Name of the look')).toHaveValue('Wet slate');
  const lane = page.getByRole('region', { name: 'Look lane' });
  await lane.getByRole('button', { name: 'Primaries and secondaries', exact: true }).click();
  await expect(bench.number('Green turn')).toHaveValue('+4.00');
  await lane.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: 'Printer lights' }).click();
  await bench.type('All', '6');
  const names = () => lane.getByRole('listitem').getByRole('button', { expanded: true }).allInnerTexts();
  await expect.poll(names).toEqual(['Printer lights']);
  await expect(lane.getByRole('listitem').first()).toContainText('Printer lights');
  await lane.getByRole('button', { name: 'Move Printer lights down' }).click();
  await expect(lane.getByRole('listitem').nth(1)).toContainText('Printer lights');
  await page.keyboard.press('Control+z');
  await expect(lane.getByRole('listitem').first()).toContainText('Printer lights');
  await expectAxeClean(page);
  await bench.button('5 looks').click();
  await page.getByRole('menuitem', { name: 'Slack Water' }).click();
  await expect(page.getByLabel('Name of the look')).toHaveValue('Slack Water');
  await expect(bench.number('Saturation')).toHaveValue('1.11');
  await bench.button('5 looks').click();
  await page.getByRole('menuitem', { name: 'Wet slate', exact: true }).click();
  await lane.getByRole('button', { name: 'Printer lights', exact: true }).click();
  await expect(bench.number('All')).toHaveValue('+6.00');
});

test('a list is opened, walked and chosen from by keys, and no key of the bench is worked by it', async ({
  page,
  bench,
}) => {
  const scale = choiceOf(page, 'Tone scale');
  await expect(scale).toHaveAccessibleName('Tone scale: Standard');
  await scale.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitemradio', { name: 'Standard', exact: true })).toBeFocused();
  // A letter looks for an option here; on the bench it would show the plate without its look.
  await page.keyboard.press('n');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(scale).toHaveAccessibleName('Tone scale: Punchy');
  await expect(scale).toBeFocused();
  await expect(bench.radio('Normalised')).toHaveAttribute('aria-checked', 'false');
});

viewingTest(
  'what is rested on tells more, by pointer and by keys, until it is pressed',
  async ({ page, bench }) => {
    const two = page.getByRole('button', { name: 'Two', exact: true });
    const says = 'A second scope below the first';
    const tips = page.getByTestId('tip');
    await bench.drawn();
    await expect(tips).toHaveCount(0);
    await two.hover();
    await expect(tips).toContainText(says);
    await expect(two).toHaveAccessibleDescription(says);
    await page.mouse.move(2, 2);
    await expect(tips).toHaveCount(0);
    await page.keyboard.press('Tab');
    await two.focus();
    await expect(tips).toContainText(says);
    await page.keyboard.press('Shift');
    await expect(tips).toHaveCount(0);
    // Over a window, Escape ends the window, whatever the pointer rests on.
    await page.getByRole('button', { name: 'Schools' }).click();
    const schools = page.getByRole('dialog', { name: 'Schools of practice' });
    await page.getByRole('button', { name: 'Close' }).focus();
    await page.getByText('Two', { exact: true }).dispatchEvent('pointerover');
    await expect(tips).toContainText(says);
    await page.keyboard.press('Escape');
    await expect(schools).toBeHidden();
  },
);

test('the scopes change with their tabs and follow the look', async ({ page, bench }) => {
  const scope = page.getByRole('region', { name: 'Scopes' }).locator('canvas');
  const picture = () => scope.evaluate((c: HTMLCanvasElement) => c.toDataURL());
  const seen = new Set<string>();
  for (const kind of ['RGB', 'Luma', 'Parade', 'Vector', 'Stops']) {
    await bench.radio(kind).click();
    await expect(scope).toHaveAttribute('aria-label', new RegExp(kind));
    seen.add(await picture());
  }
  expect(seen.size).toBe(5);
  await bench.radio('RGB').click();
  const before = await picture();
  await bench.type('Saturation', '0');
  await expect.poll(picture).not.toBe(before);
});

test('an export can be cancelled and tried again', async ({ page, bench }) => {
  await bench.button('Export cube').click();
  await bench.radio('65').click();
  await bench.button('Bake and prove').click();
  await bench.button('Cancel').click();
  await expect(page.getByText('Cancelled. No file was kept.')).toBeVisible();
  await bench.button('Try again').click();
  await expect(page.getByTestId('proof')).toBeVisible();
});

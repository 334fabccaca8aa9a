import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';

/** Choosing by pictures: looks, starting points and stocks on plates of one's choice. */

test('starting points are gone through by keys, starred, held side by side, and begun from', async ({
  page,
  bench,
}) => {
  await page.getByRole('button', { name: /^\d looks$/ }).click();
  await page.getByRole('menuitem', { name: /^Starting points as pictures/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Looks' });
  const cards = sheet.getByRole('listitem');
  await sheet
    .getByRole('group', { name: 'Plates' })
    .getByRole('button', { name: 'Marsh, noon', exact: true })
    .click();
  await expect(sheet).toContainText('Side by side on Marsh, noon.');
  await expect(cards.nth(1).getByText(/^(holds|close|fails)$/)).toHaveCount(1, { timeout: 30_000 });
  await expect(cards.nth(2).getByText(/^(holds|close|fails)$/)).toHaveCount(1, { timeout: 30_000 });
  const drawn = (at: number) =>
    cards
      .nth(at)
      .locator('canvas')
      .evaluate((c) => (c as HTMLCanvasElement).toDataURL());
  expect(await drawn(1)).not.toBe(await drawn(2));

  await cards.nth(1).locator('[data-choice]').focus();
  await page.keyboard.press('s');
  await page.keyboard.press('c');
  await page.keyboard.press('ArrowRight');
  await expect(cards.nth(2).locator('[data-choice]')).toBeFocused();
  await page.keyboard.press('c');
  const two = sheet.getByRole('region', { name: 'Side by side' });
  await expect(two.locator('canvas')).toHaveCount(2);
  await expectAxeClean(page);
  const name = (await cards.nth(1).getAttribute('aria-label'))!;
  await sheet.getByRole('checkbox', { name: 'Starred only' }).click();
  await expect(cards).toHaveCount(1);

  // A star is kept with the project; what is shown is not.
  await page.reload();
  await bench.drawn();
  await page.getByRole('button', { name: /^\d looks$/ }).click();
  await page.getByRole('menuitem', { name: /^Starting points as pictures/ }).click();
  await expect(sheet.getByRole('button', { name: `Star ${name}` })).toHaveAttribute('aria-pressed', 'true');
  await sheet.getByRole('button', { name: `Begin from ${name}` }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByLabel('Name of the look')).toHaveValue(name);
});

test('a stock is loaded from the sheet, and is in use there', async ({ page, bench }) => {
  const open = async () => {
    await page.getByRole('button', { name: /^\d looks$/ }).click();
    await page.getByRole('menuitem', { name: /^Side by side/ }).click();
    await page.getByRole('radio', { name: 'Negatives' }).click();
  };
  await open();
  const sheet = page.getByRole('dialog', { name: 'Looks' });
  const before = await sheet.getByRole('listitem').count();
  const load = sheet.getByRole('button', { name: /^Load / }).first();
  const name = (await load.getAttribute('aria-label'))!.replace('Load ', '');
  await load.click();
  await expect(sheet).toBeHidden();
  await expect(bench.step('Negative')).toHaveCount(1);
  await open();
  await expect(sheet.getByRole('button', { name: `${name}, loaded` })).toBeVisible();
  await expect(sheet.getByRole('listitem')).toHaveCount(before);
});

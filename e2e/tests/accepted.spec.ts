import { expectAxeClean } from '../src/axe.ts';
import { choose } from '../src/choose.ts';
import { expect, test } from '../src/fixtures.ts';

/** Readings that are meant to miss. */

test('a miss is accepted with a reason, shown in the stack, kept, and judged again', async ({
  page,
  bench,
}) => {
  const plate = page.getByRole('button', { name: 'Galley, tungsten', exact: false }).first();
  await plate.click();
  await bench.drawn();
  const skin = bench.reading('Skin level');
  await expect(skin).toContainText('close');
  await skin.click();
  await bench.button('Accept miss').click();
  const reason = page.getByRole('textbox', { name: 'Reason why Skin level may miss' });
  await expect(page.getByRole('button', { name: 'Accept', exact: true }).first()).toBeDisabled();
  await reason.fill('one lamp');
  await reason.press('Enter');
  await bench.drawn();
  await expect(skin).toContainText('accepted');
  await expect(page.getByText('Accepted on this plate: one lamp.')).toBeVisible();
  await expect(plate).toContainText('accepted');
  await expectAxeClean(page);

  await bench.saved();
  await page.reload();
  await bench.drawn();
  await plate.click();
  await bench.drawn();
  await expect(skin).toContainText('accepted');
  await skin.click();
  await bench.button('Judge it again').click();
  await bench.drawn();
  await expect(skin).toContainText('close');

  // Of the look, on every plate; undone like any edit.
  await bench.button('Accept miss').click();
  await choose(page, 'Accepted', 'of this look');
  await reason.fill('night');
  await reason.press('Enter');
  await expect(page.getByText('Accepted of this look: night.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await bench.drawn();
  await expect(skin).toContainText('close');
});

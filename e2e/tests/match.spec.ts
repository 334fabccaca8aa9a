import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';

/** The plate beside its reference, and the steps that lead there. */

test('a match is measured, solved as ordinary steps, steered, and undone', async ({ page, bench }) => {
  const lane = page.getByRole('region', { name: 'Look lane' });
  const steps = await lane.getByRole('listitem').count();
  await bench.radio('Match').click();
  const dock = page.getByRole('region', { name: 'Match' });
  await expect(dock.getByRole('row', { name: /^Midtones/ })).toBeVisible();
  await expect(dock.getByLabel('Differences in words')).toContainText(/Highlights|Shadows|Midtones/);
  await bench.button('Solve').click();
  const difference = dock.getByText(/^Difference/);
  await expect(difference).toBeVisible({ timeout: 30_000 });
  const [before, after] = (await difference.innerText()).match(/[\d.]+/g)!.map(Number);
  expect(after).toBeLessThan(before / 2);
  // The plate that was not solved for comes nearer too.
  const [was, is] = (await dock.getByText(/^On /).innerText())
    .match(/[\d.]+(?= →)|(?<=→ )[\d.]+/g)!
    .map(Number);
  expect(is).toBeLessThan(was);
  await expect(lane.getByRole('button', { name: 'Hue belt', exact: true })).toBeVisible();
  await bench.drawn();
  await expectAxeClean(page);

  await bench.type('Steer', '40');
  await page.keyboard.press('Control+z');
  await expect(bench.number('Steer')).toHaveValue('100');
  await bench.type('Steer', '0');
  await expect(lane.getByRole('listitem')).toHaveCount(steps);
  await page.keyboard.press('Control+z');
  await expect(lane.getByRole('button', { name: 'Skin keep', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(lane.getByRole('listitem')).toHaveCount(steps);

  // Another plate under the same look: a second camera, or another hour.
  await page.getByLabel('Against').selectOption({ index: 2 });
  await expect(dock.getByRole('row', { name: /^Midtones/ })).toBeVisible();
});

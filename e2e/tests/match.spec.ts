import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { choose } from '../src/choose.ts';

/** The plate beside its reference, and the steps that lead there. */

test('a match is measured, solved as ordinary steps, steered, and undone', async ({ page, bench }) => {
  const lane = page.getByRole('region', { name: 'Look lane' });
  const steps = await lane.getByRole('listitem').count();
  await bench.radio('Match').click();
  const dock = page.getByRole('region', { name: 'Match' });
  await expect(dock.getByRole('row', { name: /^Midtones/ })).toBeVisible();
  await expect(dock.getByLabel('Differences in words')).toContainText(/Highlights|Shadows|Midtones/);
  await expect(
    dock.getByRole('img', { name: /^Share of colour by hue: the plate most at \d+°/ }),
  ).toBeVisible();
  // The reference is another scene: little of what differs can be told from content.
  await bench.button('Solve').click();
  const shares = dock.getByLabel('Look and scene');
  await expect(shares).toContainText(/Look \d+ %, scene \d+ % of it/, { timeout: 60_000 });
  await expect(shares).toContainText('The pictures hold different things');
  await dock.getByLabel('All of the difference is the look’s').check();
  await bench.button('Solve again').click();
  const difference = dock.getByText(/^Difference/);
  await expect(shares).toContainText('All of it was taken for the look.', { timeout: 60_000 });
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
  await expect(lane.getByRole('button', { name: 'Skin keep', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(lane.getByRole('listitem')).toHaveCount(steps);

  // Two differences by themselves, as one step.
  await dock.getByRole('button', { name: /^Take Shadows, amber–blue only/ }).click();
  await dock.getByRole('button', { name: /^Take Highlights, luma % only/ }).click();
  await bench.button('Solve 2 differences').click();
  await expect(shares).toContainText('Only the differences chosen were taken.', { timeout: 60_000 });
  await expect(lane.getByRole('listitem')).toHaveCount(steps + 2);
  await page.keyboard.press('Control+z');
  await dock.getByRole('button', { name: 'Take all' }).click();
  await expect(bench.button('Solve again')).toBeVisible();

  // Another plate under the same look: a second camera, or another hour.
  await choose(page, 'Against', 2);
  await expect(dock.getByRole('row', { name: /^Midtones/ })).toBeVisible();
});

test('the same chart on two cameras is compared patch by patch, and a solve can be stopped', async ({
  page,
  bench,
}) => {
  const plates = page.getByRole('navigation', { name: 'Plates' });
  await plates.getByRole('button', { name: /Heads and chart, Plover/ }).click();
  await bench.drawn();
  await bench.radio('Match').click();
  const dock = page.getByRole('region', { name: 'Match' });
  await expect(dock.getByRole('row', { name: /^Midtones/ })).toBeVisible();
  await expect(bench.radio('Patches')).toHaveCount(0);
  await choose(page, 'Against', 'Heads and chart, Heron log');
  await bench.radio('Patches').click();
  await expect(dock.getByRole('row')).toHaveCount(33);
  const mean = async () => Number(/ΔE2000 ([\d.]+) on the mean/.exec(await dock.innerText())![1]);
  // Two good profiles of one scene: a chart comes out nearly alike.
  expect(await mean()).toBeLessThan(2);
  await expect(dock.getByRole('row', { name: /strong red/ })).toBeVisible();
  const before = await mean();
  await bench.typeShot('Warmth', '40');
  await expect.poll(mean).toBeGreaterThan(before + 2);
  await expectAxeClean(page);

  // The faces are marked on both; what differs is said of each, and they lead a solve.
  await bench.radio('Pairs').click();
  const pairs = dock.getByRole('list', { name: 'Pairs in words' }).getByRole('listitem');
  await expect(pairs).toHaveCount(3);
  await expect(pairs.first()).toHaveText(/^Skin( \d)?: .+°? .+\.$/);
  await expect.poll(mean).toBeGreaterThan(2);
  const apart = await mean();
  await expect(dock.getByLabel('The pairs lead (3)')).toBeChecked();
  await bench.button('Solve').click();
  await expect(bench.button('Solve again')).toBeEnabled();
  await expect.poll(mean).toBeLessThan(apart / 2);
  await page.keyboard.press('Control+z');
  await expect.poll(mean).toBeGreaterThan(apart / 2);

  const steps = await page.getByRole('region', { name: 'Look lane' }).getByRole('listitem').count();
  await bench.button('Solve again').click();
  await bench.button('Stop').click();
  await expect(bench.button('Solve again')).toBeEnabled();
  await page.waitForTimeout(4000);
  await expect(page.getByRole('region', { name: 'Look lane' }).getByRole('listitem')).toHaveCount(steps);
});

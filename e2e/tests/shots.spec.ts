import { expectAxeClean } from '../src/axe.ts';
import { choose } from '../src/choose.ts';
import { expect, test } from '../src/fixtures.ts';

/** The shot lane: ends that are fitted, corrections behind the LUT, and shots matched to a hero. */

test('white is fitted just off its end, in one undo step; corrections behind the LUT say what they lose', async ({
  page,
  bench,
}) => {
  const lane = page.getByRole('region', { name: 'Shot lane' });
  const exposure = lane.getByRole('spinbutton', { name: 'Exposure', exact: true });
  await lane.getByRole('button', { name: 'Fit', exact: true }).click();
  await page.getByRole('menuitem', { name: /^White just off, by exposure/ }).click();
  await expect(exposure).not.toHaveValue('0.00');
  await bench.drawn();
  await bench.radio('Normalised').click();
  await bench.drawn();
  expect(Math.abs((await bench.read('White')) - 95)).toBeLessThan(1);
  await page.keyboard.press('Control+z');
  await expect(exposure).toHaveValue('0.00');

  await expect(lane.getByText('ahead of the LUT')).toBeVisible();
  await bench.button('Schools').click();
  await choose(page, 'Corrections of a shot stand', 'behind the LUT');
  await page.keyboard.press('Escape');
  await expect(lane.getByText('behind the LUT')).toBeVisible();
  await expect(lane.getByRole('status')).toHaveCount(0);
  await bench.typeShot('Exposure', '-2');
  await expect(lane.getByRole('status')).toContainText(
    /Behind it: ΔE [1-9]\d*\.\d, highlights lost [\d.]+\s%/,
  );
  await lane.getByRole('button', { name: 'Compare' }).click();
  await expect(page.getByRole('region', { name: 'Placement' })).toBeVisible();
});

test('a plate shot under is matched to its hero, accepted, and undone', async ({ page, bench }) => {
  await bench.button('Fit').click();
  await page.getByRole('menuitem', { name: /^Match shots/ }).click();
  const window = page.getByRole('dialog', { name: 'Match shots' });
  await expectAxeClean(page);
  await window.getByRole('button', { name: 'Match', exact: true }).click();
  const under = window.getByRole('listitem', { name: 'Quay, blue hour, under' });
  await expect(under.getByText(/^ΔE/)).toHaveText(/ΔE \d+\.\d → 0\.\d/, { timeout: 60_000 });
  await window.getByRole('button', { name: 'Accept all' }).click();
  await expect(window.getByRole('button', { name: /^Accept/ })).toHaveCount(0);
  await choose(window, 'By', 'Skin');
  await choose(window, 'Plates', 'all others (13)');
  await window.getByRole('button', { name: 'Match', exact: true }).click();
  await expect(window.getByText('▲ Skin is not marked on this plate.').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await bench.saved();

  const trims = async () => {
    const answer = await page.request.get(`${bench.url}/api/projects/saltmarsh-line`);
    const { plates } = (await answer.json()) as { plates: { name: string; shot: { exposure: number } }[] };
    return plates.find((p) => p.name === 'Quay, blue hour, under')!.shot.exposure;
  };
  const matched = await trims();
  await page.keyboard.press('Control+z');
  await bench.saved();
  expect(Math.abs((await trims()) - matched)).toBeGreaterThan(0.5);
});

import { expectAxeClean } from '../src/axe.ts';
import { choose } from '../src/choose.ts';
import { expect, test } from '../src/fixtures.ts';

/** Marks set on the bench. */

test('a neutral is suggested, marked by a click and balanced on; a dark place is refused', async ({
  page,
  bench,
}) => {
  const marked = page.getByRole('status').filter({ hasText: /neutral/i });
  await page.getByRole('button', { name: 'Marsh, noon' }).first().click();
  await bench.drawn();
  await choose(page, 'Mark', 'Neutral');
  const suggestions = page.getByRole('button', { name: /^Suggested neutral/ });
  await expect(suggestions).toHaveCount(3);
  await expectAxeClean(page);
  await suggestions.first().click();
  await expect(marked).toContainText(/Neutral marked: \d+ \d+ \d+ of 1023, [+−]\d\.\d\d st/);
  await expect(page.getByRole('button', { name: 'Remove mark: Neutral' })).toHaveCount(1);
  const name = page.getByRole('textbox', { name: 'Name of this neutral' });
  await name.fill('Hull');
  await name.press('Enter');
  await expect(page.getByRole('button', { name: 'Remove mark: Hull' })).toHaveCount(1);
  await bench.drawn();
  await page
    .getByTestId('readings')
    .getByRole('button', { name: /Neutral/ })
    .click();
  await expect(page.getByRole('list', { name: 'Neutral, part by part' })).toHaveText(
    /Hull ΔE \d+\.\d, Cb [+−]\d\.\d, Cr [+−]\d\.\d %/,
  );
  const warmth = page.getByRole('region', { name: 'Shot lane' }).getByRole('spinbutton', { name: 'Warmth' });
  await page.getByRole('button', { name: 'Balance on it' }).click();
  await expect(page.getByText(/^Balanced: [+−]\d+ mired/)).toBeVisible();
  await expect(warmth).not.toHaveValue('0');
  await page.keyboard.press('Control+z');
  await expect(warmth).toHaveValue('0');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Remove mark: Neutral' })).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Remove mark: Neutral' })).toHaveCount(0);

  // Dark hair, recorded more than two stops under.
  await page.getByRole('button', { name: 'Quay, blue hour, under' }).click();
  await bench.drawn();
  const box = (await bench.canvas.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.352, box.y + box.height * 0.163);
  await expect(page.getByText(/▲ Neutral: .*noise would decide/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Remove mark: Neutral' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(marked).toHaveCount(0);
});

test('a subject marked on the bench is parted from its background, and taken off again', async ({
  page,
  bench,
}) => {
  await page.getByRole('button', { name: 'Marsh, noon' }).first().click();
  await bench.drawn();
  await expect(bench.reading('Separation')).toContainText('–');
  await choose(page, 'Mark', 'Subject');
  const box = (await bench.canvas.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.28, box.y + box.height * 0.72);
  await expect(page.getByText(/^Subject marked/)).toBeVisible();
  await bench.drawn();
  await expect(bench.reading('Separation')).toContainText('ΔE');
  await bench.reading('Separation').click();
  await expect(page.getByRole('list', { name: 'Separation, part by part' }).getByRole('listitem')).toHaveText(
    [/lightness \d+ L\*/, /saturation \d+ C\*/, /hue \d+°/],
  );
  await page.getByRole('button', { name: 'Remove mark: Subject' }).click();
  await bench.drawn();
  await expect(bench.reading('Separation')).toContainText('–');
});

test('the pivot of contrast is picked on the picture, and undone', async ({ page, bench }) => {
  const lane = page.getByRole('region', { name: 'Look lane' });
  await lane.getByRole('button', { name: 'Contrast', exact: true }).click();
  const pivot = bench.number('Pivot');
  await expect(pivot).toHaveValue('0.18');
  await bench.button('Pick the pivot').click();
  const box = (await bench.canvas.boundingBox())!;
  // The lit windows of the boat, well above mid-grey.
  await page.mouse.click(box.x + box.width * 0.72, box.y + box.height * 0.375);
  await expect(pivot).not.toHaveValue('0.18');
  expect(Number(await pivot.inputValue())).toBeGreaterThan(0.3);
  await page.keyboard.press('Control+z');
  await expect(pivot).toHaveValue('0.18');
});

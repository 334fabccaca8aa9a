import { readFileSync } from 'node:fs';
import { parseCube } from '@velvet-dusk/core/formats/cubeParse';
import { expect, test } from '../src/fixtures.ts';
import { choose, expectChosen } from '../src/choose.ts';

/** A look is made for no display: the project is shown on one, and each export says its own. */
test('the project’s display changes every picture and no look; an export may go to another', async ({
  page,
  bench,
}) => {
  await expectChosen(page, 'Shown on', 'BT.709, gamma 2.4');
  const before = await bench.read('Mid-grey');
  await choose(page, 'Shown on', 'sRGB');
  await expect.poll(() => bench.read('Mid-grey')).not.toBe(before);
  await page.reload();
  await bench.drawn();
  await expectChosen(page, 'Shown on', 'sRGB');
  const { looks } = (await (await page.request.get(`${bench.url}/api/projects/saltmarsh-line`)).json()) as {
    looks: { revision: number }[];
  };
  expect(looks[0].revision).toBe(1);

  await bench.button('Export cube').click();
  await expectChosen(page, 'Output', 'sRGB');
  await choose(page, 'Output', 'BT.709, gamma 2.4');
  await bench.radio('Narrow range').click();
  await bench.radio('17').click();
  await expect(page.getByText('_heron_bt1886-narrow_combined_17.cube')).toBeVisible();
  await bench.button('Bake and prove').click();
  await expect(page.getByTestId('proof')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download' }).click(),
  ]);
  const cube = parseCube(readFileSync(await download.path(), 'utf8'), 'narrow.cube');
  expect(cube.comments).toContain('output: bt1886, narrow range');
  // 64 and 940 of 1023, ITU-R BT.709-6 item 4.6.
  expect(Math.min(...cube.data)).toBeGreaterThanOrEqual(64 / 1023 - 1e-6);
  expect(Math.max(...cube.data)).toBeLessThanOrEqual(940 / 1023 + 1e-6);
});

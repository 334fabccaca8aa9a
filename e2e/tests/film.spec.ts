import { characteristic } from '@velvet-dusk/core/film/characteristic';
import { negatives } from '@velvet-dusk/core/film/negatives';
import { layerNames } from '@velvet-dusk/core/film/stock';
import { wedgeExposures } from '@velvet-dusk/core/film/wedge';
import { expectAxeClean } from '../src/axe.ts';
import { temporary } from '../src/pictures.ts';
import { expect, test } from '../src/fixtures.ts';
import { choose, choiceOf, expectChosen } from '../src/choose.ts';

/** Negative, print, lights, audition and wedge, as a designer works them. */

test('a negative and a print are loaded, timed, dragged on their curves, auditioned by key, and edited', async ({
  page,
  bench,
}) => {
  await bench.radio('Film').click();
  await bench.button('Add negative').click();
  await expectChosen(page, 'Negative', 'Cordgrass 64');
  await choose(page, 'Print', 'Harbour');
  await bench.drawn();
  // Lights as timed change with the exposure of the negative, and print 18 % grey where it was.
  const lights = page.getByLabel('Lights, red green blue, points');
  await expect(lights).toHaveText('25.0  25.0  25.0');
  const grey = await bench.read('Mid-grey');
  await bench.type('Exposed over', '1');
  await expect(lights).not.toHaveText('25.0  25.0  25.0');
  await expect.poll(() => bench.read('Mid-grey')).toBeGreaterThan(grey - 4);
  await expect.poll(() => bench.read('Mid-grey')).toBeLessThan(grey + 4);
  // Locked, they stay, and the print follows the negative instead.
  await page.getByRole('switch', { name: 'Lights locked' }).click();
  const held = await lights.innerText();
  await bench.type('Exposed over', '2');
  expect(await lights.innerText()).toBe(held);
  await expect.poll(() => bench.read('Mid-grey')).toBeGreaterThan(grey + 6);
  await page.keyboard.press('Control+z');
  await page.getByRole('switch', { name: 'Lights locked' }).click();

  const push = page.getByRole('slider', { name: 'Push on the curve' });
  await push.focus();
  await page.keyboard.press('ArrowUp');
  await expect(bench.number('Push')).toHaveValue('+0.10');
  await bench.drag(push.locator('rect'), 0, -14);
  expect(Number(await bench.number('Push').inputValue())).toBeGreaterThan(0.3);
  await expectAxeClean(page);

  await bench.button('Audition').click();
  const strip = page.getByRole('group', { name: 'Audition' });
  await expect(strip.getByRole('button')).toHaveCount(negatives.length);
  await expect(strip.getByRole('button', { pressed: true })).toHaveText('Cordgrass 64');
  await page.keyboard.press('.');
  await expect(strip.getByRole('button', { pressed: true })).toHaveText('Lantern 640');
  await page.keyboard.press(',');
  await strip.getByRole('button', { name: 'Slate 250' }).click();
  await expect.poll(() => bench.read('Skin sat')).toBeLessThan(2);
  await bench.button('Curves').click();

  await bench.button('Edit stocks').click();
  await bench.number('Slate 250, red, Gamma').fill('0.5');
  await bench.number('Slate 250, red, Gamma').press('Enter');
  // A stock goes out as a file and comes back; another kind of document is refused by name.
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save as a file' }).first().click();
  const saved = temporary('slate.negative.json');
  await (await saving).saveAs(saved);
  await page.getByLabel('Stock file, print').setInputFiles(saved);
  await expect(page.getByRole('alert')).toContainText('not a print document');
  await page.getByLabel('Stock file, negative').setInputFiles(saved);
  await expect(bench.number('Slate 250, red, Gamma')).toHaveValue('0.50');
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await expectChosen(page, 'Negative', 'Slate 250, changed');
});

test('a wedge is fitted and loaded as a negative; a table that is none is refused with its places', async ({
  page,
  bench,
}) => {
  const curves = layerNames.map((n) => characteristic(negatives[0].layers[n]));
  const rows = wedgeExposures.map((x) => curves.map((c) => c.density(x - 2).toFixed(3)).join('\t'));
  await bench.radio('Film').click();
  await bench.button('Add negative').click();
  await bench.button('Fit a wedge').click();
  const table = page.getByRole('textbox', { name: 'Densities' });
  await table.fill(rows.slice(1).join('\n'));
  await expect(page.getByRole('alert')).toContainText(
    'a wedge of 21 steps is expected, once or several times; the table has 20',
  );
  await table.fill(rows.with(4, '0.3\tdark\t0.9').join('\n'));
  await expect(page.getByRole('alert')).toContainText('line 5');
  await table.fill(rows.join('\n'));
  await expect(page.getByRole('row', { name: /^green/ })).toContainText('0.609');
  // A tenfold exposure is a tenth of the speed.
  const iso = async () => Number(/ISO (\d+)\.$/m.exec(await page.getByText(/that is ISO/).innerText())![1]);
  const speed = await iso();
  await bench.number('the first step at log H').fill('-2');
  await bench.number('the first step at log H').press('Enter');
  expect((await iso()) / speed).toBeCloseTo(0.1, 1);
  await expect(page.getByTestId('unsure')).toContainText('Read once');
  await table.fill([...rows, ...rows, ...rows].join('\n'));
  await expect(page.getByTestId('unsure')).toContainText('Read 3 times');
  await expectAxeClean(page);
  await bench.button('Load as the negative').click();
  await expect(choiceOf(page, 'Negative')).toHaveAccessibleName(/Measured negative/);
  await page.keyboard.press('Control+z');
  await expectChosen(page, 'Negative', 'Cordgrass 64');
});

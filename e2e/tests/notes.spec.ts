import { readFileSync } from 'node:fs';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';

/** Work that no LUT holds: noted on a plate, seen on its picture, printed for whoever finishes the shot. */

test('a window is put on a face: its light is seen there alone, read nowhere, undone, and printed by slate', async ({
  page,
  bench,
}) => {
  const lane = page.getByRole('region', { name: 'Texture lane' });
  await lane.getByRole('button', { name: 'Shot notes' }).click();
  const plain = await bench.screen();
  const grey = await bench.read('Mid-grey');
  await bench.button('Ellipse').click();
  const shape = bench.button('Window, ellipse');
  await shape.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  const fields = page.getByRole('group', { name: 'Note', exact: true });
  const set = async (name: string, value: string) => {
    await fields.getByRole('spinbutton', { name, exact: true }).fill(value);
    await page.keyboard.press('Enter');
  };
  await set('Exposure', '1');
  await set('Softness', '20');
  await fields.getByRole('textbox', { name: 'What is to be done' }).fill('Lift her face');
  await page.keyboard.press('Enter');
  await expect(page.getByText('at 100 %, with windows')).toBeVisible();

  // Shapes are drawn over the picture: put away, only its light is left.
  await lane.getByRole('button', { name: 'Grain', exact: true }).click();
  const lit = await bench.screen();
  const at = ({ rgb, width, height }: typeof lit, x: number, y: number) =>
    rgb[(Math.round(y * height) * width + Math.round(x * width)) * 3 + 1];
  // The middle of the face, and the sky far from it.
  expect(at(lit, 0.42, 0.45)).toBeGreaterThan(at(plain, 0.42, 0.45) + 0.05);
  expect(Math.abs(at(lit, 0.88, 0.16) - at(plain, 0.88, 0.16)) * 255).toBeLessThan(1.5);
  expect(await bench.read('Mid-grey')).toBe(grey);

  await lane.getByRole('button', { name: 'Shot notes' }).click();
  await expectAxeClean(page);
  await expect(lane).toContainText('1 on this plate');
  await shape.press('Delete');
  await expect(lane).toContainText('none');
  await page.keyboard.press('Control+z');
  await expect(lane).toContainText('1 on this plate');

  await bench.saved();
  await page.reload();
  await bench.drawn();
  await lane.getByRole('button', { name: 'Grain', exact: true }).click();
  const download = page.waitForEvent('download');
  await bench.button('Save the card').click();
  const card = readFileSync(await (await download).path(), 'utf8');
  const said = card.slice(card.indexOf('Shot by shot, in no LUT'), card.indexOf('Notes\n'));
  expect(said).toMatch(/Window · \+1\.00 st · Lift her face \(middle, ellipse, 28 × 50 %/);
  // In the order of the film: scene 4 before 12A before 31.
  expect(said.match(/^ {2}\S.*,/gm)!.map((l) => l.trim())).toEqual([
    '4-1, Marsh,',
    '12A-3, Galley,',
    '31-2, Quay,',
  ]);
});

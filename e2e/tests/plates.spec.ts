import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { fetchFrame, temporary } from '../src/pictures.ts';
import { choose } from '../src/choose.ts';

/** The Plates station: frames brought in, sorted, marked, and trimmed from their marks. */

test.beforeEach(async ({ page, server }) => {
  await page.goto(`${server.url}/saltmarsh-line/plates`);
  await expect(page.getByRole('list', { name: 'Plates' }).getByRole('listitem')).toHaveCount(14);
});

const tile = (page: Page, name: string) => page.getByRole('button', { name, exact: true });
const field = (page: Page, label: string) => page.getByRole('spinbutton', { name: label, exact: true });
const number = async (page: Page, label: string) =>
  Number((await field(page, label).inputValue()).replace('−', '-'));

/** Drags on the frame between two points given in pixels of the 1280×720 master. */
async function dragOnFrame(page: Page, [x0, y0, x1, y1]: [number, number, number, number]) {
  const box = (await page.getByRole('group', { name: 'Marks' }).boundingBox())!;
  const at = (x: number, y: number) =>
    [box.x + (x / 1280) * box.width, box.y + (y / 720) * box.height] as const;
  await page.mouse.move(...at(x0, y0));
  await page.mouse.down();
  await page.mouse.move(...at((x0 + x1) / 2, (y0 + y1) / 2));
  await page.mouse.move(...at(x1, y1));
  await page.mouse.up();
}

test('several files at once, one line each: good ones come in, bad ones say why, a clip gives frames', async ({
  page,
  server,
}) => {
  const text = temporary('notes.png');
  writeFileSync(text, 'not a picture');
  const film = temporary('scan.dpx');
  const source = ['-f', 'lavfi', '-i', 'testsrc2=size=96x64:rate=10:duration=2'];
  execFileSync('ffmpeg', ['-v', 'error', ...source, '-frames:v', '1', '-pix_fmt', 'gbrp10be', film]);
  const clip = temporary('night.mov');
  execFileSync('ffmpeg', ['-v', 'error', ...source, '-c:v', 'ffv1', '-pix_fmt', 'yuv422p10le', clip]);
  const frame = await fetchFrame(server.url, 'quay-blue-hour-curlew-8-bit');
  await page.getByLabel('Frame files').setInputFiles([frame, text, film, clip]);
  // By its label alone: the clip's window, once open, hides all else from roles.
  const list = page.locator('section[aria-label="Import"]');
  await expect(list).toContainText('4 of 4');
  await expect(list).toContainText('notes.png: byte 0: not a PNG');
  const dialog = page.getByRole('dialog', { name: 'Frames of night.mov' });
  await expect(dialog).toContainText('96×64, ffv1, 10 bits, narrow range');
  await dialog.getByRole('button', { name: /Frame at 0\.08 s/ }).click();
  await field(page, 'At').fill('1.5');
  await field(page, 'At').press('Enter');
  await dialog.getByRole('button', { name: 'Add this time' }).click();
  await dialog.getByRole('button', { name: 'Take 2 in' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('list', { name: 'Plates' }).getByRole('listitem')).toHaveCount(18);
  // The frame said by itself that the drone recorded it.
  await expect(tile(page, 'quay-blue-hour-curlew-8-bit, Curlew flat')).toBeVisible();
});

test('a wrong label is doubted and put right; bulk profile, copied trims, deletion, all undone', async ({
  page,
}) => {
  await expect(page.getByRole('link', { name: /Plates/ })).toContainText('14 in, 1 in doubt');
  await page.getByLabel('profile in doubt').check();
  await expect(page.getByRole('list', { name: 'Plates' }).getByRole('listitem')).toHaveCount(1);
  await tile(page, 'Quay, blue hour, Curlew 8 bit, Plover log').dblclick();
  await page.getByRole('button', { name: 'Give it Curlew flat' }).click();
  await expect(page.getByRole('link', { name: /Plates/ })).toContainText('14 in');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: /Plates/ })).toContainText('1 in doubt');
  await page.keyboard.press('Control+Shift+z');
  await field(page, 'Exposure').fill('0.5');
  await field(page, 'Exposure').press('Enter');
  await page.getByRole('button', { name: 'Wall' }).click();
  await page.getByLabel('profile in doubt').uncheck();
  await tile(page, 'Marsh, noon, Heron log').click();
  await tile(page, 'Arcade, neon, Heron log').click({ modifiers: ['Control'] });
  const bar = page.getByRole('region', { name: 'Selection' });
  await expect(bar).toContainText('2 frames');
  await bar.getByRole('button', { name: 'Copy to selected' }).click();
  await choose(bar, 'Profile', 'Wren log');
  await expect(tile(page, 'Marsh, noon, Wren log')).toContainText('+0.50 st');
  await page.getByRole('heading', { name: 'Velvet Dusk' }).click();
  await page.keyboard.press('Control+z');
  await expect(tile(page, 'Arcade, neon, Heron log')).toContainText('+0.50 st');
  await bar.getByRole('button', { name: 'Shot record …' }).click();
  const report = page.getByRole('dialog', { name: 'Shot record' });
  await expect(report.getByLabel('EI')).toHaveValue('');
  await report.getByLabel('EI').fill('fast');
  await report.getByLabel('EI').press('Enter');
  await expect(report.getByRole('alert')).toContainText('EI: "fast" is no number');
  await report.getByLabel('EI').fill('6400');
  await report.getByLabel('Place').fill('Slipway');
  await report.getByLabel('Place').press('Enter');
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await page.getByRole('radio', { name: 'Table' }).click();
  const told = page.getByRole('row', { name: /Marsh, noon|Arcade, neon/ }).filter({ hasText: '6400' });
  await expect(told).toHaveCount(2);
  await page.getByRole('heading', { name: 'Velvet Dusk' }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(told).toHaveCount(0);
  await page.getByRole('radio', { name: 'Wall' }).click();
  // What looks like skin is marked on both at once, and taken back at once.
  await choose(bar, 'Mark', 'Skin');
  await expect(bar.getByRole('status')).toHaveText(/^Skin marked on \d frames?/);
  await bar.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('list', { name: 'Plates' }).getByRole('listitem')).toHaveCount(12);
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByRole('list', { name: 'Plates' }).getByRole('listitem')).toHaveCount(14);
});

test('the warm, overexposed chart is put right from its grey card, and the chart then fits', async ({
  page,
}) => {
  await tile(page, 'Heads and chart, over and warm, Heron log').dblclick();
  const marks = page.getByRole('region', { name: 'Marks and trims' });
  await expect(marks).toContainText('Balance the shot on a neutral first');
  await page.getByRole('radio', { name: 'Grey card' }).click();
  await dragOnFrame(page, [1065, 414, 1144, 478]);
  await marks.getByRole('button', { name: 'Balance on this' }).click();
  await expect.poll(() => number(page, 'Warmth')).toBeLessThan(-50);
  await marks.getByRole('button', { name: 'Expose to mid-grey' }).click();
  await expect.poll(async () => Math.abs((await number(page, 'Exposure')) + 1.3)).toBeLessThan(0.03);
  expect(Math.abs((await number(page, 'Warmth')) + 60)).toBeLessThan(5);
  await expect(marks).toContainText('This profile fits this frame');
  await expect(marks).toContainText(/42\.\d 4[12]\.\d 4[12]\.\d %, luma 4[12]\.\d %, parade 0\.\d % apart/);
  // One undo takes back one trim.
  await page.keyboard.press('Control+z');
  await expect(field(page, 'Exposure')).toHaveValue('0.00');
  await page.keyboard.press('Control+Shift+z');
  await page.getByText(/^Saved \d\d:\d\d$/).waitFor();
  await page.getByLabel('Scene', { exact: true }).fill('Cabin');
  await expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible();
  await page.waitForTimeout(500);
  await expect(page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible();
  // The frame is open again after a reload.
  await page.reload();
  await expect(page.getByLabel('Scene', { exact: true })).toHaveValue('Cabin');
  await expect(marks).toContainText('Grey card');
  // Read as another camera's, the chart does not fit; a profile with the primaries it asks for does.
  await choose(page, 'Recorded in', 'Wren log');
  await expect(marks).toContainText('does not fit this frame');
  await marks.getByText('Chart', { exact: true }).click();
  await marks.getByRole('button', { name: 'New profile with these primaries' }).click();
  await expect(page.getByRole('button', { name: 'Recorded in: Wren log, by chart' })).toBeVisible();
  await expect(marks).toContainText('This profile fits this frame');
});

test('footage of no known profile is normalised by hand, and kept as a guess', async ({ page }) => {
  await tile(page, 'Galley, tungsten, Heron log').dblclick();
  await page.getByText('Likeliest profiles').click();
  await page.getByRole('button', { name: 'Normalise by hand' }).click();
  const hand = page.getByRole('region', { name: 'Normalise by hand' });
  const grey = hand.getByLabel('Mid-grey', { exact: true });
  const first = Number(await grey.inputValue());
  await grey.fill(String(first + 20));
  await grey.press('Enter');
  // Grey stays between black and white.
  await hand.getByLabel('White card', { exact: true }).fill('200');
  await page.keyboard.press('Enter');
  expect(Number(await grey.inputValue())).toBeLessThan(200);
  await page.keyboard.press('Control+z');
  await expect(grey).toHaveValue(String(first + 20));
  await expectAxeClean(page);
  await hand.getByRole('button', { name: 'Save as a profile' }).click();
  await expect(page.getByRole('button', { name: 'Recorded in: Galley, tungsten, by eye' })).toBeVisible();
  await expect(
    page.getByText('Galley, tungsten, by eye is a guess: stretched by eye on Galley, tungsten.'),
  ).toBeVisible();
  await page.getByRole('link', { name: /^Cameras/ }).click();
  await page.getByRole('button', { name: /^Galley, tungsten, by eye/ }).click();
  await page.getByRole('button', { name: 'No longer a guess' }).click();
  await expect(page.getByText('◐ A guess:')).toHaveCount(0);
});

test('a mark is moved and removed by keys, and a clipped neutral is refused', async ({ page }) => {
  await tile(page, 'Galley, tungsten, Plover 8 bit, Plover video, 8 bit').dblclick();
  const marks = page.getByRole('region', { name: 'Marks and trims' });
  await page.getByRole('radio', { name: 'Neutral' }).click();
  // The window is far over the clip of the video mode.
  await dragOnFrame(page, [1000, 60, 1080, 130]);
  await marks.getByRole('button', { name: 'Balance on this' }).click();
  await expect(marks).toContainText(/% of this place is clipped/);
  await expect(field(page, 'Warmth')).toHaveValue('0');
  const mark = page.getByRole('group', { name: 'Marks' }).getByRole('button', { name: 'Neutral mark' });
  const before = (await mark.boundingBox())!;
  await mark.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await mark.boundingBox())!.x).toBeLessThan(before.x - 5);
  await page.keyboard.press('Delete');
  await expect(mark).toBeHidden();
});

test('marks are drawn one after the other, over each other’s names too; what the browser breaks off leaves no ghost', async ({
  page,
}) => {
  await tile(page, 'Heads and chart, Heron log').dblclick();
  const drawn = page.getByRole('group', { name: 'Marks' });
  const own = await drawn.getByRole('button').count();
  const marks = () => drawn.getByRole('button', { name: /^Neutral mark$/ });
  await page.getByRole('radio', { name: 'Neutral' }).click();
  await dragOnFrame(page, [500, 300, 560, 360]);
  await expect(marks()).toHaveCount(1);
  // The next begins on the name of the first, whose letters a browser would select and drag.
  await page.getByRole('radio', { name: 'Neutral' }).click();
  await dragOnFrame(page, [505, 296, 640, 420]);
  await expect(marks()).toHaveCount(2);
  expect(await page.evaluate(() => getSelection()?.toString())).toBe('');
  await page.getByRole('radio', { name: 'Neutral' }).click();
  await dragOnFrame(page, [505, 296, 620, 500]);
  await expect(marks()).toHaveCount(3);

  await page.getByRole('radio', { name: 'Neutral' }).click();
  const box = (await drawn.boundingBox())!;
  await page.mouse.move(box.x + 60, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 160, box.y + 120, { steps: 4 });
  await drawn.dispatchEvent('pointercancel', { pointerId: 1, bubbles: true });
  await page.mouse.up();
  // Neither a shape nor a name of a fourth is left.
  await expect(drawn.getByText('Neutral', { exact: true })).toHaveCount(3);
  await page.getByText(/^Saved \d\d:\d\d$/).waitFor();
  await page.reload();
  await expect(drawn.getByRole('button')).toHaveCount(own + 3);
});

test('the table sorts, filters find, and wall, table and frame are axe-clean', async ({ page }) => {
  await expectAxeClean(page);
  await page.getByRole('radio', { name: 'Table' }).click();
  await page.getByRole('button', { name: 'Noise, codes' }).click();
  await page.getByRole('button', { name: /Noise, codes/ }).click();
  await expect(page.getByRole('row').nth(1)).toContainText('Arcade, neon, Wren');
  await expectAxeClean(page);
  await page.getByRole('searchbox', { name: 'Find' }).fill('wheelhouse wren');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('searchbox', { name: 'Find' }).fill('nothing like it');
  await expect(page.getByText('No frame answers these filters.')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find' }).fill('');
  await page.getByRole('button', { name: 'Heads and chart', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Marks and trims' })).toContainText('This profile fits');
  await expectAxeClean(page);
});

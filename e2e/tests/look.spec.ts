import { readFileSync, writeFileSync } from 'node:fs';
import { bake } from '@velvet-dusk/core/order/bake';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { writeCdl } from '@velvet-dusk/core/formats/cdl/write';
import { parseCdl } from '@velvet-dusk/core/formats/cdl/parse';
import { lookFrom } from '@velvet-dusk/core/look/startingPoints';
import { cdlSchema } from '@velvet-dusk/core/colour/cdl';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { temporary } from '../src/pictures.ts';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { choose } from '../src/choose.ts';

/** The look lane's docks, the viewer's ways of looking, proposals and schools. */

test('hue belt: a colour picked on the picture gets a node, which is turned by key, pointer and number', async ({
  page,
  bench,
}) => {
  await bench.radio('Hue').click();
  await bench.button('Add hue belt').click();
  await bench.button('Pick on the picture').click();
  const box = (await bench.canvas.boundingBox())!;
  // The oilskin jacket of the first plate.
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.8);
  await expect(page.getByText('Node 1 of 1')).toBeVisible();
  const hue = Number(await bench.number('Hue').inputValue());
  expect(hue).toBeGreaterThan(50);
  expect(hue).toBeLessThan(110);
  const skin = await bench.read('Skin hue');
  const node = page.getByRole('slider', { name: /^Turn at/ });
  await node.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(bench.number('Turn')).toHaveValue('+5.0');
  await bench.drag(node.locator('circle').last(), 0, 20);
  expect(Number((await bench.number('Turn').inputValue()).replace('−', '-'))).toBeLessThan(3);
  await bench.type('Turn', '20');
  await expect.poll(() => bench.read('Skin hue')).not.toBe(skin);
  await expect(bench.step('Hue belt')).toContainText('1 node');
  await bench.button('Remove node').click();
  await expect(page.getByText('No node yet')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Node 1 of 1')).toBeVisible();
  await expectAxeClean(page);
});

test('tone: a tone picked on the picture chooses its zone', async ({ page, bench }) => {
  await bench.button('Pick on the picture').click();
  const box = (await bench.canvas.boundingBox())!;
  // His hair, four stops and more under mid-grey.
  await page.mouse.click(box.x + box.width * 0.34, box.y + box.height * 0.17);
  await expect(page.getByText(/never mind/)).toBeHidden();
  const zone = (name: string) => page.getByRole('group', { name }).getByRole('button').first();
  await expect(zone('Midtones')).not.toHaveClass(/font-medium/);
  await expect(page.getByRole('group', { name: /^(Blacks|Shadows)$/ }).locator('.font-medium')).toHaveCount(
    1,
  );
});

test('curves: points are put, moved by key and number, and taken away; saturation has curves too', async ({
  page,
  bench,
}) => {
  await bench.radio('Curves').click();
  await bench.button('Add curves').click();
  const grey = await bench.read('Mid-grey');
  await page.getByRole('slider', { name: 'All point 2' }).focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect.poll(() => bench.read('Mid-grey')).toBeGreaterThan(grey + 2);
  await bench.type('Out', '0');
  await expect.poll(async () => Math.abs((await bench.read('Mid-grey')) - grey)).toBeLessThan(0.3);
  await page.getByRole('group', { name: 'All curve' }).dblclick({ position: { x: 300, y: 60 } });
  await expect(page.getByText(/of 4$/)).toBeVisible();
  await bench.button('Remove point').click();
  await expect(page.getByText(/of 3$/)).toBeVisible();
  await bench.button('Blue').click();
  await expect(page.getByRole('slider', { name: 'Blue point 1' })).toBeVisible();
  await expectAxeClean(page);
});

test('boxes: a box round a picked colour, its selection on the picture, skin keep beside it', async ({
  page,
  bench,
}) => {
  await bench.radio('Boxes').click();
  await bench.button('Add colour box').click();
  await bench.button('Pick').click();
  const box = (await bench.canvas.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.8);
  await expect(bench.number('Hue')).not.toHaveValue('30');
  const plain = await bench.screen();
  await bench.button('Show selection').click();
  await bench.drawn();
  await page.waitForTimeout(1500);
  const matte = await bench.screen();
  // Outside the selection the picture is grey: at its top right there is only sky and water.
  const at = (f: typeof plain, x: number, y: number) => {
    const p = (Math.floor(y * f.height) * f.width + Math.floor(x * f.width)) * 3;
    return [f.rgb[p], f.rgb[p + 1], f.rgb[p + 2]];
  };
  const spread = (c: number[]) => Math.max(...c) - Math.min(...c);
  expect(spread(at(plain, 0.9, 0.2))).toBeGreaterThan(0.06);
  expect(spread(at(matte, 0.9, 0.2))).toBeLessThan(0.03);
  expect(spread(at(matte, 0.3, 0.8))).toBeGreaterThan(0.2);
  await bench.button('Show selection').click();
  await page.getByRole('slider', { name: 'Hue selected, to' }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(bench.number('Reach')).toHaveValue('40');
  // Another colour is added to it, and one that it holds is left out.
  const edges = () =>
    page
      .getByRole('spinbutton', { name: /^(Hue|Reach|From|To)$/ })
      .evaluateAll((all) => all.map((field) => (field as HTMLInputElement).value).join());
  const picked = await edges();
  await bench.button('Add').click();
  await page.mouse.click(box.x + box.width * 0.9, box.y + box.height * 0.2);
  await expect.poll(edges).not.toBe(picked);
  const added = await edges();
  await bench.button('Leave out').click();
  await page.mouse.click(box.x + box.width * 0.9, box.y + box.height * 0.2);
  await expect.poll(edges).not.toBe(added);
  // Colours are drawn toward one that is picked.
  await bench.button('+ draw together').click();
  await bench.button('Target').click();
  await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.8);
  await expect(bench.number('Toward')).not.toHaveValue('30');
  await bench.type('Hue pull', '0.5');
  await expect(bench.step('Draw together')).toContainText('50 %');
  await expectAxeClean(page);
  await bench.button('+ skin keep').click();
  await bench.type('Hue pull', '0.8');
  await expect(bench.step('Skin keep')).toContainText('0.80');
  await expectAxeClean(page);
});

test('placed LUT: a file is brought, baked in, survives a reload; a wrong one is refused with its place', async ({
  page,
  bench,
}) => {
  const heron = parseProfile(
    JSON.parse(readFileSync('core/src/camera/standard/acescct.json', 'utf8')),
    'acescct',
  );
  const look = { ...lookFrom('amber-street', 'Amber'), rendering: { ...lookFrom('neutral', 'n').rendering } };
  const file = temporary('amber street.cube');
  writeFileSync(
    file,
    writeCube(bake({ look, profile: heron, display: standardDisplay, role: 'combined', grid: 17 })),
  );
  await bench.radio('Placed LUT').click();
  await bench.button('Add placed lut').click();
  const broken = temporary('broken.cube');
  writeFileSync(broken, 'LUT_3D_SIZE 2\n0 0 zero\n');
  await page.getByLabel('LUT file').setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText('broken.cube: line 2');
  const grey = await bench.read('Mid-grey');
  await page.getByLabel('LUT file').setInputFiles(file);
  await expect(page.getByText('3D grid of 17')).toBeVisible();
  await expect.poll(() => bench.read('Mid-grey')).not.toBe(grey);
  const changed = await bench.read('Mid-grey');
  // The drawing is measured through the file, and read where the picture is picked.
  const drawing = page.getByRole('img', { name: 'Light, stops over stops' });
  await expect(drawing.locator('path')).toHaveCount(3);
  await bench.button('Pick on the picture').click();
  const box = (await bench.canvas.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.1, box.y + box.height * 0.5);
  await expect(drawing.getByText(/^at −\d\.\d st: R [+−]\d\.\d\d/)).toBeVisible();
  await page.getByRole('button', { name: 'Turn', exact: true }).click();
  await expect(page.getByRole('img', { name: 'Turn over hue' }).locator('path')).toHaveCount(1);
  await bench.saved();
  await page.reload();
  await bench.drawn();
  await expect.poll(() => bench.read('Mid-grey')).toBe(changed);
  await expectAxeClean(page);
  await bench.button('Export cube').click();
  await bench.button('Bake and prove').click();
  await expect(page.getByTestId('proof')).toBeVisible();
});

test('CDL files go in and out', async ({ page, bench }) => {
  const lane = page.getByRole('region', { name: 'Look lane' });
  await lane.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: 'CDL', exact: true }).click();
  const file = temporary('night.ccc');
  const params = cdlSchema.parse({ slopeR: 1.1, offsetB: 0.02, saturation: 0.8 });
  const other = { id: 'b', description: '', params: cdlSchema.parse({}) };
  writeFileSync(file, writeCdl([{ id: 'a', description: 'ramp', params }, other], 'ccc'));
  await page.getByLabel('CDL file').setInputFiles(file);
  await choose(page, 'Correction of the file', 1);
  await expect(bench.number('Slope R')).toHaveValue('1.10');
  const [download] = await Promise.all([page.waitForEvent('download'), bench.button('.cc').click()]);
  expect(download.suggestedFilename()).toBe('Slack-Water.cc');
  const [again] = parseCdl(readFileSync((await download.path())!, 'utf8'), 'again.cc');
  expect(again.params).toEqual(params);
  await page
    .getByLabel('CDL file')
    .setInputFiles({ name: 'x.cc', mimeType: 'text/xml', buffer: Buffer.from('<x') });
  await expect(page.getByRole('alert')).toContainText('x.cc: line 1');
});

test('a proposal names the fault, is accepted in one undoable move, and does what it predicted', async ({
  page,
  bench,
}) => {
  await page.keyboard.press('2');
  // No room is kept between what is measured and what is set, and nothing moves there when a proposal comes.
  const top = async (name: string) => (await page.getByRole('region', { name }).boundingBox())!;
  const gap = async () => {
    const readings = await top('Readings');
    return (await top('Shot lane')).y - (readings.y + readings.height);
  };
  expect(await gap()).toBeLessThan(2);
  await bench.type('Contrast', '1');
  await page
    .getByRole('region', { name: 'Look lane' })
    .getByRole('spinbutton', { name: 'Exposure' })
    .fill('-0.6');
  await page.keyboard.press('Enter');
  const proposal = page.getByTestId('proposal');
  await expect(proposal).toContainText('The look makes mid-grey darker');
  expect(await gap()).toBeLessThan(2);
  await expect(proposal).toContainText(/LookExposure \+0\.\d\d st/);
  // Every offer in the look says what it does to all plates; here for whoever asks.
  await proposal.getByRole('button', { name: 'Try on all plates' }).click();
  await expect(proposal).toContainText(/Mends \d+, breaks \d+ of 14 plates/);
  await proposal.getByRole('button', { name: 'Accept' }).click();
  await expect(bench.reading('Mid-grey')).toContainText('holds');
  await expect(page.getByText(/18 % grey leaves the look at/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(bench.reading('Mid-grey')).not.toContainText('holds');
});

test('schools of practice move the bands, and stay', async ({ page, bench }) => {
  await bench.button('Schools').click();
  const window = page.getByRole('dialog', { name: 'Schools of practice' });
  await choose(window, 'Black point', 'faded, 4–10 %');
  await choose(window, 'A look may touch', 'colour only');
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await expect(bench.reading('Black')).not.toContainText('holds');
  await expect(bench.reading('Luminance')).toContainText('fails');
  await page.getByRole('switch', { name: 'Colour only' }).click();
  await expect(bench.reading('Luminance')).toContainText('holds');
  await bench.saved();
  await page.reload();
  await bench.drawn();
  await expect(bench.reading('Luminance')).toContainText('holds');
  await expect(page.getByRole('switch', { name: 'Colour only' })).toHaveAttribute('aria-checked', 'true');
});

test('looks stand side by side on the plate at hand: duplicated, moved, deleted and brought back', async ({
  page,
  bench,
}) => {
  const openLooks = async () => {
    await page.getByRole('button', { name: /^\d looks$/ }).click();
    await page.getByRole('menuitem', { name: /^Side by side/ }).click();
  };
  await openLooks();
  const window = page.getByRole('dialog', { name: 'Looks' });
  await expect(window).toContainText('Side by side on Quay, blue hour.');
  const names = () => window.getByRole('listitem').evaluateAll((all) => all.map((l) => l.ariaLabel));
  const before = await names();
  const card = (name: string) => window.getByRole('listitem', { name, exact: true });
  // Every look is drawn, each its own way.
  await expect(window.getByText(/^(holds|close|fails)$/)).toHaveCount(before.length);
  const pictures = await window
    .locator('canvas')
    .evaluateAll((all) => all.map((c) => (c as HTMLCanvasElement).toDataURL()));
  expect(new Set(pictures).size).toBe(before.length);
  await expectAxeClean(page);

  await card('Oilskin').getByRole('button', { name: 'Earlier' }).click();
  const moved = [...before];
  const at = moved.indexOf('Oilskin');
  [moved[at - 1], moved[at]] = [moved[at], moved[at - 1]];
  await expect.poll(names).toEqual(moved);
  await card('Oilskin').getByRole('button', { name: 'Duplicate' }).click();
  await expect(card('Oilskin 2')).toContainText('on the bench');
  await card('Oilskin 2').getByRole('button', { name: 'Delete' }).click();
  await expect.poll(names).toEqual(moved);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Name of the look')).toHaveValue('Oilskin 2');
  await page.reload();
  await bench.drawn();
  await openLooks();
  await expect.poll(names).toEqual([...moved, 'Oilskin 2']);
  await card('Slack Water').getByRole('button', { name: 'Open Slack Water' }).click();
  await expect(page.getByLabel('Name of the look')).toHaveValue('Slack Water');
});

import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { codeToSignal } from '@velvet-dusk/core/colour/range';
import { bandColours } from '@velvet-dusk/core/scopes/exposureBands';
import { expectAxeClean } from '../src/axe.ts';
import { expect, followingTest, test, viewingTest } from '../src/fixtures.ts';
import { choose } from '../src/choose.ts';

/** Ways of looking at the picture. */

const hex = (rgb: ArrayLike<number>, p: number) =>
  `#${[0, 1, 2]
    .map((c) =>
      Math.round(rgb[p + c] * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

viewingTest(
  'two-up, reference inset and beside, placement, full set of compare modes',
  async ({ page, bench }) => {
    await bench.drawn();
    const compare = async (name: string) => {
      await page.getByRole('button', { name: /^Compare:/ }).click();
      await page.getByRole('menuitemradio', { name: new RegExp(`^${name}`) }).click();
    };
    await compare('Two-up');
    await expect(page.locator('canvas[data-renderer]')).toHaveCount(2);
    await expect(page.getByText('Normalised', { exact: true }).last()).toBeVisible();
    await compare('Reference inset');
    const inset = page.getByRole('button', { name: /^Reference inset, Reference, ebb light/ });
    const before = (await inset.boundingBox())!;
    await inset.focus();
    await page.keyboard.press('ArrowRight');
    expect((await inset.boundingBox())!.x).toBeGreaterThan(before.x + 5);
    await compare('Reference beside');
    const reference = page.getByRole('img', { name: 'Reference: Reference, ebb light' });
    await expect(reference).toBeVisible();
    // It has the scope of the picture, and its places are read and pinned.
    await expect(page.getByRole('img', { name: /^RGB scope of Reference, ebb light/ })).toBeVisible();
    await reference.hover({ position: { x: 20, y: 20 } });
    const probes = page.getByRole('list', { name: 'Probes of the reference' });
    await expect(probes).toContainText(/· \d+\.\d \d+\.\d \d+\.\d %, \d+°, chroma \d/);
    await reference.click({ position: { x: 20, y: 20 } });
    await expect(probes).toContainText(/1 \d+\.\d/);
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Remove probe 1 of the reference' }).click();
    await expect(page.getByRole('button', { name: 'Remove probe 1 of the reference' })).toHaveCount(0);
    await compare('Placement');
    const placement = page.getByRole('region', { name: 'Placement' });
    await expect(placement).toContainText('Nothing is lost here.');
    await placement.getByLabel('Shot exposure').fill('-2');
    await page.keyboard.press('Enter');
    await expect(placement).toContainText(/Lost for good: \d+\.\d % of the picture in the highlights/);
    await compare('One picture');
    await expect(page.locator('canvas[data-renderer]')).toHaveCount(1);
  },
);

viewingTest(
  'overlays: exposure bands in their own colours with a legend, clip and crush, out of gamut',
  async ({ page, bench }) => {
    await page.keyboard.press('o');
    await expect(page.getByRole('img', { name: /^Exposure bands/ })).toBeVisible();
    await page.waitForTimeout(1500);
    const bands = await bench.screen();
    const counts = new Map<string, number>();
    for (let y = 60; y < bands.height - 20; y += 5)
      for (let x = 20; x < bands.width - 20; x += 5) {
        const colour = hex(bands.rgb, (y * bands.width + x) * 3);
        counts.set(colour, (counts.get(colour) ?? 0) + 1);
      }
    const all = [...counts.values()].reduce((a, b) => a + b, 0);
    const banded = bandColours.reduce((sum, c) => sum + (counts.get(c) ?? 0), 0);
    expect(banded / all).toBeGreaterThan(0.95);
    expect(bandColours.filter((c) => counts.has(c)).length).toBeGreaterThan(5);
    await page.keyboard.press('o');
    await expect(page.getByRole('button', { name: 'Overlay: Clip and crush' })).toBeVisible();
    await bench.drawn();
  },
);

test('the camera’s screen is darker by the project’s offset and knows no shot lane', async ({
  page,
  bench,
}) => {
  const mean = async () => {
    const { rgb } = await bench.screen();
    return rgb.reduce((a, b) => a + b, 0) / rgb.length;
  };
  await page.keyboard.press('m');
  await expect(bench.canvas).toHaveAttribute('aria-label', /Camera screen, 0\.0 st darker/);
  await page.waitForTimeout(1000);
  const nominal = await mean();
  await bench.button('Schools').click();
  await page.getByLabel('Camera screen darker by').fill('1.5');
  await page.keyboard.press('Enter');
  // Grey so much over, by the camera's curve.
  const { encode, levels } = makeCodec(profileOf('heron'));
  const grey = codeToSignal(encode(0.18 * 2 ** 1.5), levels) * 100;
  const meter = page.getByRole('dialog').getByRole('status');
  await expect(meter).toContainText('the meter of Heron log shows 90 % white at');
  await expect(meter).toContainText(`18 % grey at ${grey.toFixed(0)}\u00a0%`);
  await page.keyboard.press('Escape');
  await expect(bench.canvas).toHaveAttribute('aria-label', /Camera screen, 1\.5 st darker/);
  await expect.poll(mean).toBeLessThan(nominal - 0.05);
  const darker = await mean();
  await bench.typeShot('Exposure', '2');
  await page.waitForTimeout(1000);
  expect(Math.abs((await mean()) - darker)).toBeLessThan(0.01);

  // The exposure card takes it from the project: exposed by the darker screen, grey stands on it where it should.
  await page.goto(`${bench.url}/saltmarsh-line/cameras`);
  await page.getByRole('radio', { name: 'Exposure card' }).click();
  const card = page.getByRole('region', { name: 'Exposure card' });
  await expect(card).toContainText('light +1.5 st · monitor −1.5 st');
  await expect(
    card
      .getByRole('row', { name: /18 % grey/ })
      .getByRole('cell')
      .last(),
  ).toHaveText(/^42\.0/);
});

test('the cast lens is held, probes stay, and both say what is there', async ({ page, bench }) => {
  const chroma = async () => {
    const { rgb } = await bench.screen();
    let sum = 0;
    for (let p = 0; p < rgb.length; p += 3)
      sum += Math.max(rgb[p], rgb[p + 1], rgb[p + 2]) - Math.min(rgb[p], rgb[p + 1], rgb[p + 2]);
    return (sum * 3) / rgb.length;
  };
  const plain = await chroma();
  await page.keyboard.down('c');
  await bench.drawn();
  await expect.poll(chroma).toBeGreaterThan(plain * 1.5);
  await page.keyboard.up('c');
  await expect.poll(chroma).toBeLessThan(plain * 1.1);
  const box = (await bench.canvas.boundingBox())!;
  for (const x of [0.2, 0.35, 0.5, 0.6, 0.7, 0.8, 0.9])
    await page.mouse.click(box.x + box.width * x, box.y + box.height * 0.4);
  const probes = page.getByTestId('probes');
  // Six are pinned, the seventh click is one too many; the row under the pointer is the last.
  await expect(probes.getByRole('button')).toHaveCount(6);
  await expect(probes.getByRole('row').nth(1)).toContainText(/\d+\.\d +\d+\.\d +\d+\.\d/);
  const first = await probes.getByRole('row').nth(1).innerText();
  await bench.type('Saturation', '0');
  await expect.poll(() => probes.getByRole('row').nth(1).innerText()).not.toBe(first);
  await probes.getByRole('button', { name: 'Remove probe 1' }).click();
  await expect(probes.getByRole('button')).toHaveCount(5);
});

test('what was measured of another plate is never shown as this one’s', async ({ page, bench }) => {
  const readings = page.getByTestId('readings');
  const where = page.getByTestId('where');
  await bench.reading('Skin hue').click();
  await expect(where).toBeVisible();
  await expect(page.getByText('Skin hue: measured here')).toBeVisible();
  const seen = await page.evaluateHandle(() => {
    // Every frame from the change on: is a mask or a reading shown as good while it is of another plate?
    const log: { title: string; busy: string | null; mask: boolean }[] = [];
    const look = () => {
      log.push({
        title: document.querySelector('canvas[data-renderer]')?.getAttribute('aria-label') ?? '',
        busy: document.querySelector('[data-testid=readings]')?.getAttribute('aria-busy') ?? null,
        mask: document.querySelector('[data-testid=where]') !== null,
      });
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
    return log;
  });
  await page.keyboard.press('3');
  await expect(bench.canvas).toHaveAttribute('aria-label', /^Marsh, noon/);
  await expect(readings).toHaveAttribute('aria-busy', 'false');
  const frames = (await seen.jsonValue()).filter((f) => f.title.startsWith('Marsh'));
  const firstFresh = frames.findIndex((f) => f.busy === 'false');
  expect(firstFresh).toBeGreaterThan(0);
  expect(frames.slice(0, firstFresh).filter((f) => f.mask)).toEqual([]);
  await expect(where).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(where).toBeHidden();
  await bench.reading('Skin hue').click();
  await page.getByRole('button', { name: 'Hide', exact: true }).click();
  await expect(where).toBeHidden();
});

test('two scopes at once, targets and scales; the path measures itself', async ({ page, bench }) => {
  await bench.button('Two').click();
  const scopes = page.getByRole('region', { name: 'Scopes' });
  await expect(scopes.locator('canvas')).toHaveCount(2);
  await choose(scopes, 'Scale', 1);
  await expect(scopes.getByText('1023')).toBeVisible();
  await bench.radio('Path').click();
  const path = page.getByRole('region', { name: 'Path' });
  await expect(path.getByRole('listitem')).toHaveCount(14);
  await expect(path.getByRole('listitem').filter({ hasText: 'Roll-off' })).toContainText(
    /toe \d\.\d st, shoulder/,
  );
  // The contrast step's share follows its number.
  const contrast = path.getByRole('listitem').filter({ hasText: /: rendering / });
  await expect(contrast).toContainText('Contrast ×1.08');
  await bench.type('Contrast', '1.3');
  await expect(contrast).toContainText('Contrast ×1.30');
  // Plates out of sight are measured last, one after the other.
  await expect(path).toContainText(/of 14 plates \d+ hold/);
  await path.getByRole('button', { name: /Skin/ }).click();
  await expect(page.getByRole('region', { name: 'Boxes' })).toBeVisible();
  await expect(page.getByTestId('where')).toBeVisible();
});

followingTest(
  'a strength is found for plates the look is too strong for, is taken in a click, and moves the last input never lose',
  async ({ page, bench }) => {
    await bench.type('Shadows amber', '-1');
    await bench.type('Midtones amber', '-1');
    await expect(
      page
        .getByRole('navigation', { name: 'Plates' })
        .getByText(/^\d0%$/)
        .first(),
    ).toBeVisible();
    // On a slow machine others may stay as they are; then nothing is shown of them that is not of this look.
    const verdicts = page.getByRole('navigation', { name: 'Plates' }).getByText(/^(holds|close|fails)$/);
    await expect(verdicts.nth(2)).toBeAttached();
    await page.getByRole('button', { name: /jobs?$/i }).click();
    await page.getByRole('radio', { name: 'the plate at hand' }).click();
    await page.keyboard.press('Escape');
    await expect(verdicts).toHaveCount(1);
    const handle = page.getByRole('slider', { name: 'Midtones density' });
    await handle.focus();
    for (let i = 0; i < 40; i++) await page.keyboard.press(i % 3 === 2 ? 'ArrowDown' : 'ArrowUp');
    await expect(bench.number('Midtones density')).toHaveValue('−0.30');
    await bench.drawn();
    await expect(bench.canvas).toHaveAttribute('data-drawn', /"density":-0\.3[,}].*"warm":-1/);

    // The suited strength is taken for this plate in one click, and stays with it.
    const here = page.getByRole('group', { name: 'Strength on this plate' });
    const take = here.getByRole('button', { name: /^Take \d0 %$/ });
    const percent = /\d+ %/.exec(await take.innerText())![0];
    await take.click();
    const shown = page.getByText(`Slack Water at ${percent}`);
    await expect(shown).toBeVisible();
    await expect(here).toContainText('mix a creative file');
    await expect(bench.number('Look strength')).toHaveValue('100');
    await bench.button('Export cube').click();
    await expect(
      page.getByText(`Quay, blue hour is shown at ${percent}: that stays with the plate`),
    ).toBeVisible();
    await page.keyboard.press('Escape');
    const plates = page.getByRole('navigation', { name: 'Plates' });
    await plates
      .getByRole('button', { name: /Marsh, noon/ })
      .first()
      .click();
    await expect(page.getByText('Slack Water at 100 %')).toBeVisible();
    await bench.saved();
    await page.reload();
    await bench.drawn();
    await plates
      .getByRole('button', { name: /Quay, blue hour/ })
      .first()
      .click();
    await expect(shown).toBeVisible();
    await bench.drawn();
    // It is undone like any edit.
    await here.getByRole('button', { name: 'As the look' }).click();
    await expect(shown).toBeHidden();
    await page.keyboard.press('Control+z');
    await expect(shown).toBeVisible();
  },
);

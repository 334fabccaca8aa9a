import type { ElementHandle, Locator } from '@playwright/test';
import { parseLook } from '@velvet-dusk/core/look/document';
import { fullRecipe } from '../src/fullRecipe.ts';
import { expect, test } from '../src/fixtures.ts';

const docks = ['Tone', 'Hue', 'Curves', 'Boxes', 'Film', 'Match', 'Placed LUT', 'Texture', 'Path'];
/** Keys of the bench are among them: the stock before and after, plates 1, 2 and 5. */
const texts = ['-0.5', '1,25'];

const nameOf = (field: ElementHandle) =>
  field.evaluate((f) => (f as HTMLInputElement).labels?.[0]?.textContent);

/** Waits until no more fields appear: a dock is read when it is opened. */
async function settled(fields: Locator): Promise<void> {
  let last = -1;
  await expect
    .poll(
      async () => {
        const [before, now] = [last, await fields.count()];
        last = now;
        return now === before;
      },
      { intervals: [400] },
    )
    .toBe(true);
}

test('every number field of every dock takes a decimal and a sign, and no key of the bench fires', async ({
  page,
  server,
  bench,
}) => {
  const { texture, ...look } = fullRecipe();
  const grain = { ...texture, grain: { ...texture.grain, on: true } };
  await fetch(`${server.url}/api/projects/saltmarsh-line/looks`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(parseLook({ ...look, texture: grain }, 'look')),
  });
  const looks = await fetch(`${server.url}/api/projects/saltmarsh-line/looks`);
  const { items } = (await looks.json()) as { items: { id: string; document: { name: string } }[] };
  const full = items.find((l) => l.document.name === 'Everything')!;

  let fields = 0;
  await page.goto(`${bench.url}/saltmarsh-line/look?look=${full.id}&plate=heads-and-chart`);
  await bench.drawn();
  for (const dock of docks) {
    await bench.radio(dock).click();
    // Fields of shot and recipe are the same beside every dock: they are tried once, where most keys mean something.
    const part =
      dock === 'Film' ? page.locator('main') : page.getByRole('region', { name: dock, exact: true });
    const all = part.getByRole('spinbutton');
    await settled(all);
    const before = await standing();
    for (const field of await all.elementHandles()) {
      if (!(await field.isVisible()) || !(await field.isEnabled())) continue;
      fields++;
      const shown = await field.inputValue();
      for (const text of texts) {
        await field.focus();
        await page.keyboard.type(text);
        expect(await field.inputValue(), `${dock}: ${await nameOf(field)}`).toBe(text);
        await page.keyboard.press('Escape');
      }
      expect(await field.inputValue()).toBe(shown);
    }
    // Letters, too: E would open the export, B hide the look, ? the help.
    await page.getByRole('spinbutton').first().focus();
    await page.keyboard.type('e?wnx');
    await page.keyboard.press('Escape');
    expect(await standing(), dock).toEqual(before);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  expect(fields).toBeGreaterThan(60);

  // Taken, it is what was typed.
  await bench.radio('Film').click();
  const exposure = page.getByRole('group', { name: 'Film faders' }).getByRole('spinbutton').first();
  for (const [text, value] of [
    ['-0.5', -0.5],
    ['0.5', 0.5],
    ['1,25', 1.25],
  ] as const) {
    await exposure.focus();
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await expect(exposure).toHaveAttribute('aria-valuenow', String(value));
  }

  /** What a key of the bench would change. */
  async function standing() {
    return {
      address: page.url(),
      docks: await page.getByRole('radio').evaluateAll((r) => r.map((x) => x.getAttribute('aria-checked'))),
      chosen: await page
        .locator('[aria-haspopup=menu]')
        .evaluateAll((all) => all.map((x) => x.getAttribute('aria-label'))),
      shown: await bench.canvas.getAttribute('aria-label'),
    };
  }
});

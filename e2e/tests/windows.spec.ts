import type { BrowserContext, Page } from '@playwright/test';
import type { Project } from '@velvet-dusk/core/api/contract';
import { keptBoardSchema } from '@velvet-dusk/core/api/trials';
import { atRest } from '@velvet-dusk/core/trial/condition';
import { Bench } from '../src/bench.ts';
import { expect, windowsTest as test } from '../src/fixtures.ts';
import { choose } from '../src/choose.ts';

test.use({ ownProcess: true });

/** Two windows on one project: nothing is overwritten, and nothing in conflict is sent, before somebody chooses. */

const plateId = 'quay-blue-hour';

async function secondWindow(context: BrowserContext, bench: Bench): Promise<Bench> {
  const second = new Bench(await context.newPage(), bench.url);
  await second.open();
  return second;
}

/** What the server holds. */
async function held(bench: Bench) {
  const project = (await (await fetch(`${bench.url}/api/projects/saltmarsh-line`)).json()) as Project;
  const look = project.looks.find((l) => l.id === 'slack-water')!;
  const plate = project.plates.find((p) => p.id === plateId)!;
  const amount = look.document.steps.find((s) => s.type === 'saturation')!.params.amount;
  return { project, look, plate, saturation: amount, warmth: plate.shot.mired };
}

const told = (page: Page, what: RegExp) => page.getByRole('dialog', { name: what });
const theirs = (page: Page) => page.getByRole('button', { name: 'Use saved version' });
const mine = (page: Page) => page.getByRole('button', { name: 'Keep this window’s' });

/** Types a number and waits for nothing: what comes of it may be a conflict. */
async function enter(bench: Bench, label: string, text: string): Promise<void> {
  await bench.number(label).fill(text);
  await bench.number(label).press('Enter');
}
/** Longer than an edit waits before it is sent, several times over. */
const longQuiet = 2000;

test('look against look: the numbers that differ and both pictures; theirs sends nothing, undo brings mine back', async ({
  bench,
  context,
}) => {
  const second = await secondWindow(context, bench);
  await bench.type('Saturation', '1.5');
  await bench.saved();
  await enter(second, 'Saturation', '0.5');
  const dialog = told(second.page, /The look "Slack Water" was changed elsewhere/);
  await expect(dialog).toBeVisible();
  const row = dialog.getByRole('row', { name: /Saturation/ });
  await expect(row.getByRole('cell')).toHaveText(['0.5', '1.5']);
  for (const side of ['This window', 'Saved version'])
    await expect(dialog.getByRole('img', { name: new RegExp(`, ${side}$`) })).toBeVisible();
  await second.page.waitForTimeout(longQuiet);
  expect(await held(bench)).toMatchObject({ saturation: 1.5, look: { revision: 2 } });
  await theirs(second.page).click();
  await expect(dialog).toBeHidden();
  await expect(second.number('Saturation')).toHaveValue('1.50');
  await second.page.waitForTimeout(longQuiet);
  expect(await held(bench)).toMatchObject({ saturation: 1.5, look: { revision: 2 } });
  await second.page.keyboard.press('Control+z');
  await expect(second.number('Saturation')).toHaveValue('0.50');
});

test('a draft of a closed window against a newer plate: the newer one stays until somebody chooses', async ({
  bench,
  context,
  server,
}) => {
  const second = await secondWindow(context, bench);
  await server.kill();
  await enter(second, 'Warmth', '44');
  await enter(second, 'Contrast', '1.31');
  await expect(second.page.getByText('Not saved: server away')).toBeVisible();
  await second.page.close();
  await server.restart();
  await bench.type('Warmth', '33');
  await bench.saved();
  // Both windows' edits met; a third window finds what the closed one left.
  const third = await secondWindow(context, bench);
  const dialog = told(third.page, /The plate "Quay, blue hour" was changed elsewhere/);
  await expect(dialog.getByRole('row', { name: /Warmth/ }).getByRole('cell')).toHaveText(['44', '33']);
  await third.page.waitForTimeout(longQuiet);
  expect(await held(bench)).toMatchObject({ warmth: 33 });
  await theirs(third.page).click();
  await third.saved();
  expect(await held(bench)).toMatchObject({ warmth: 33 });
  await expect(third.number('Warmth')).toHaveValue('+33');
  // What clashed with nothing was taken over.
  await expect(third.number('Contrast')).toHaveValue('1.31');
});

test('profile against profile: nothing is sent before the choice', async ({ bench, context }) => {
  const pages = [bench.page, await context.newPage()];
  for (const page of pages) {
    await page.goto(`${bench.url}/saltmarsh-line/cameras`);
    await page
      .getByRole('button', { name: /^Heron/ })
      .first()
      .click();
  }
  const name = (page: Page) => page.getByRole('textbox', { name: 'Name', exact: true });
  const served = async () =>
    (await held(bench)).project.profiles.find((p) => p.document.id === 'heron')!.document.name;
  await name(pages[0]).fill('Heron here');
  await expect.poll(served).toBe('Heron here');
  await name(pages[1]).fill('Heron there');
  const dialog = told(pages[1], /The camera profile "Heron there" was changed elsewhere/);
  await expect(dialog.getByRole('row', { name: /name/ }).getByRole('cell')).toHaveText([
    'Heron there',
    'Heron here',
  ]);
  await pages[1].waitForTimeout(longQuiet);
  expect(await served()).toBe('Heron here');
  await theirs(pages[1]).click();
  await expect(name(pages[1])).toHaveValue('Heron here');
  await pages[1].waitForTimeout(longQuiet);
  expect(await served()).toBe('Heron here');
});

test('board against board: each window has the last one seen, the conflict is told, and the saved one is kept', async ({
  bench,
  context,
}) => {
  const first = bench.page;
  const second = await context.newPage();
  const address = `${bench.url}/saltmarsh-line`;
  const keptBoard = async () =>
    keptBoardSchema.parse(await (await fetch(`${bench.url}/api/projects/saltmarsh-line/board`)).json()).board;
  const exposures = async (page: Page, values: string) => {
    await page.getByRole('button', { name: /^Columns:/ }).click();
    await choose(page, 'Axis', 'Exposure');
    await page.getByRole('textbox', { name: 'Values' }).fill(values);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
  };
  for (const page of [first, second]) {
    await page.goto(`${address}/trials`);
    await expect(page.getByRole('grid', { name: 'Board' })).toBeVisible();
  }
  // The second one does not hear of what the first does; looked at again, it would take that over.
  await second.route('**/api/projects/*/board', (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  );
  await exposures(first, '-1 0 1');
  await expect.poll(async () => (await keptBoard())?.document.columns.values).toEqual([-1, 0, 1]);
  // One change and no more keys: the question may come at any time after it.
  await second.getByRole('button', { name: /^Switch:/ }).click();
  await choose(second, 'Axis', 'nothing');
  const dialog = told(second, /The board ".+" was changed elsewhere/);
  await expect(dialog).toBeVisible();
  // It comes while somebody types: a key that was meant for a field answers nothing.
  await expect(dialog).toBeFocused();
  await second.keyboard.press('Enter');
  await expect(dialog.getByRole('table')).toContainText('switch');
  await second.waitForTimeout(longQuiet);
  expect((await keptBoard())?.document.columns.values).toEqual([-1, 0, 1]);
  await mine(second).click();
  await expect.poll(async () => (await keptBoard())?.document.switch).toBeNull();
  // A window that comes to it anew has what was saved.
  await first.reload();
  await expect(first.getByRole('button', { name: 'Switch: nothing' })).toBeVisible();
});

test('a board that an earlier release kept in the browser is taken over once', async ({ page, server }) => {
  const board = `${server.url}/api/projects/saltmarsh-line/board`;
  const key = 'velvet-dusk board saltmarsh-line';
  await page.goto(`${server.url}/saltmarsh-line/trials`);
  await expect(page.getByRole('grid', { name: 'Board' })).toBeVisible();
  const text = JSON.stringify({
    kind: 'velvet-dusk/trial',
    schemaVersion: 1,
    name: 'From before',
    base: atRest('marsh-noon', 'slack-water'),
    rows: { axis: 'plates', values: ['marsh-noon'] },
    columns: { axis: 'exposure', values: [-3, 0] },
  });
  await page.evaluate(([k, t]) => localStorage.setItem(k, t), [key, text]);
  await page.reload();
  await expect(
    page.getByRole('gridcell').getByRole('button', { name: /^Marsh, noon, −3\.0 st/ }),
  ).toBeVisible();
  await expect
    .poll(async () => keptBoardSchema.parse(await (await fetch(board)).json()).board?.document.name)
    .toBe('From before');
  expect(await page.evaluate((k) => localStorage.getItem(k), key)).toBeNull();
});

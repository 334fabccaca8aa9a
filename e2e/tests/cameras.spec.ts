import { readFileSync, writeFileSync } from 'node:fs';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { temporary } from '../src/pictures.ts';
import { choose } from '../src/choose.ts';

/** The Cameras station: a profile typed, checked, put on a card, written and read. */

test.beforeEach(async ({ page, server }) => {
  await page.goto(`${server.url}/saltmarsh-line/cameras`);
  await expect(page.getByRole('heading', { name: 'Heron log' })).toBeVisible();
});

test('a mistyped constant is named, taken back, saved, and undone', async ({ page }) => {
  const slope = page.getByLabel('Log-side slope', { exact: true });
  await page.getByRole('radio', { name: 'Document check' }).click();
  await expect(page.getByText(/All 4 rows agree/)).toBeVisible();
  await slope.fill('0.0863');
  await slope.press('Enter');
  await expect(page.getByText(/4 of 4 rows disagree/)).toBeVisible();
  const first = page.getByTestId('diagnoses').getByRole('listitem').first();
  await expect(first).toContainText('Log-side slope: 0.0863 was typed, the table asks for 0.0836');
  await first.getByRole('button', { name: 'Take this' }).click();
  await expect(slope).toHaveValue('0.0836');
  await expect(page.getByText(/All 4 rows agree/)).toBeVisible();
  await page.getByRole('heading', { name: 'Heron log' }).click();
  await page.keyboard.press('Control+z');
  await expect(slope).toHaveValue('0.0863');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(slope).toHaveValue('0.0836');
});

test('rows are pasted and judged; a line that cannot be read is named', async ({ page }) => {
  await page.getByRole('radio', { name: 'Document check' }).click();
  const lines = page.getByLabel(/Rows to add/);
  await lines.fill('+2 st, 575.4\nnothing here');
  await page.getByRole('button', { name: 'Add rows' }).click();
  await expect(page.getByRole('alert')).toContainText('Line 2, "nothing here"');
  await lines.fill('+2 st, 575.4\n90 %, 58.65 %');
  await page.getByRole('button', { name: 'Add rows' }).click();
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(7);
  await expect(page.getByRole('row').last()).toContainText('holds');
});

test('a constant that cannot be is not saved, and said where it stands', async ({ page }) => {
  const slope = page.getByLabel('Log-side slope', { exact: true });
  await slope.fill('-1');
  await slope.press('Enter');
  await expect(page.getByRole('alert')).toContainText('curve.logSideSlope');
  await expect(page.getByText(/Not saved: not right yet/)).toBeVisible();
  await slope.fill('0,0836');
  await slope.press('Enter');
  await expect(page.getByRole('alert')).toBeHidden();
});

test('the exposure card follows the camera, warns where a clip would cross, and prints', async ({ page }) => {
  await page.getByRole('radio', { name: 'Exposure card' }).click();
  const card = page.getByRole('region', { name: 'Exposure card' });
  await expect(card).toContainText('6.5 stops above mid-grey and 7.0 below');
  await expect(card.getByRole('row', { name: /18 % grey/ })).toContainText('42.0');
  await choose(card, 'EI', '1600');
  await page.getByLabel('Light over the meter').fill('-1');
  await page.getByLabel('Light over the meter').press('Enter');
  await expect(card).toContainText('It would need base 3200, and a clip cannot cross');
  await card.getByRole('radio', { name: '10 bit' }).click();
  await expect(card.getByRole('row', { name: /18 % grey/ })).toContainText('st');
  await page.emulateMedia({ media: 'print' });
  await expect(card.getByText('Heron log at EI 1600')).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Profiles' }).getByText('Wren log')).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
});

test('a profile goes out as CLF and comes back as another, which can be removed and brought back', async ({
  page,
}) => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CLF' }).click(),
  ]);
  const file = temporary('harbour.clf');
  await download.saveAs(file);
  expect(readFileSync(file, 'utf8')).toContain('cameraLogToLin');
  await page.getByRole('button', { name: 'Import a profile' }).click();
  const dialog = page.getByRole('dialog');
  const broken = temporary('broken.clf');
  writeFileSync(broken, '<ProcessList>');
  await dialog.getByLabel('Profile file').setInputFiles(broken);
  await expect(dialog.getByRole('alert')).toContainText('broken.clf: line 1');
  await dialog.getByLabel('Profile file').setInputFiles(file);
  await dialog.getByRole('button', { name: 'Add profile' }).click();
  await expect(page.getByRole('heading', { name: 'harbour' })).toBeVisible();
  await expect(page.getByLabel('Log-side slope', { exact: true })).toHaveValue('0.0836');
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByRole('button', { name: /harbour/ })).toBeVisible();
});

test('one in use stays, with the plates that use it; the pages are axe-clean', async ({ page }) => {
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Quay, blue hour');
  for (const name of ['Document check', 'Exposure card', 'Curve and gamut']) {
    await page.getByRole('radio', { name }).click();
    await expectAxeClean(page);
  }
});

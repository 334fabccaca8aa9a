import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expectAxeClean } from '../src/axe.ts';
import { expect, test } from '../src/fixtures.ts';
import { choose } from '../src/choose.ts';

/** A board on screen: laid out, walked, opened; a run that is kept; a camera sheet and a clip. */

test.beforeEach(async ({ page, server }) => {
  await page.goto(`${server.url}/saltmarsh-line/trials`);
  await expect(page.getByRole('grid', { name: 'Board' })).toBeVisible();
});

/** Lays a side of the board out by a few of its values. */
async function layOut(
  page: Page,
  side: string,
  axis: string,
  keep: readonly string[] | string,
): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${side}:`) }).click();
  await choose(page, 'Axis', axis);
  if (typeof keep === 'string') {
    await page.getByRole('textbox', { name: 'Values' }).fill(keep);
    await page.keyboard.press('Enter');
  } else {
    await page.getByRole('button', { name: 'The first only' }).click();
    for (const name of keep) await page.getByRole('checkbox', { name, exact: true }).check();
  }
  await page.keyboard.press('Escape');
}
const cell = (page: Page, name: RegExp) => page.getByRole('gridcell').getByRole('button', { name });

test('a board is laid out by typed values, walked by keys, opened, and undone', async ({ page }) => {
  await expect(cell(page, /^Quay, blue hour, Slack Water: /)).toHaveAccessibleName(/holds|close|fails/);
  await layOut(page, 'Rows', 'Plates', ['Marsh, noon']);
  await layOut(page, 'Columns', 'Exposure', '−1  0  +1,5');
  await expect(page.getByRole('columnheader').or(page.getByText('+1.5 st')).first()).toBeVisible();
  await page.getByRole('button', { name: /^Columns:/ }).click();
  await page.getByRole('textbox', { name: 'Values' }).fill('−1  40');
  await expect(page.getByRole('alert')).toContainText('40 is no number from -8 to 8');
  await page.keyboard.press('Escape');
  await expect(cell(page, /^Marsh, noon, \+1.5 st: /)).toHaveAccessibleName(/holds|close|fails/);
  await expectAxeClean(page);

  // By keys alone: to the cell beside, open, on to the one below, and back to where it was.
  await cell(page, /^Quay, blue hour, 0: /).focus();
  await page.keyboard.press('ArrowRight');
  await expect(cell(page, /^Quay, blue hour, \+1.5 st: /)).toBeFocused();
  await page.keyboard.press('Enter');
  const window = page.getByRole('dialog', { name: 'Quay, blue hour · +1.5 st' });
  await expect(window).toBeVisible();
  await window.getByRole('button', { name: /Clipped/ }).click();
  await expect(window.getByText(/of the picture is at the top/).last()).toBeVisible();
  await expectAxeClean(page);
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('dialog', { name: 'Marsh, noon · +1.5 st' })).toBeVisible();
  await page.keyboard.press('Escape');

  // How far each row holds stands beside it, in words for those who do not see the bar.
  await expect(page.getByRole('img', { name: /holds from .* stops|does not hold|holds only/ })).toHaveCount(
    2,
    {
      timeout: 60_000,
    },
  );
  // Eight bits are named for what they are.
  await layOut(page, 'Columns', 'Bits recorded', ['8 bits']);
  await expect(cell(page, /^Quay, blue hour, 8 bits: fails, Banding/)).toBeVisible();
  // The axis, one value only, and another: three steps.
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(cell(page, /^Quay, blue hour, \+1.5 st: /)).toBeVisible();
  // The board is there again after a reload.
  await page.reload();
  await expect(cell(page, /^Quay, blue hour, \+1.5 st: /)).toBeVisible();
  // The strength of a cell is kept with its plate.
  await layOut(page, 'Columns', 'Strength', '0,6  1');
  await cell(page, /^Quay, blue hour, 60 %: /).click();
  await page.getByRole('button', { name: 'Keep 60 % for this plate' }).click();
  await expect(page.getByText(/Kept with Quay, blue hour: the look is at 60 % there/)).toBeVisible();
  await page.keyboard.press('Escape');
  // The axis, and its values.
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
  // A cell leads to the bench, at its exposure.
  await cell(page, /^Quay, blue hour, \+1.5 st: /).click();
  await page.getByRole('button', { name: 'Open on the bench at +1.5 stops' }).click();
  await expect(page.getByRole('spinbutton', { name: 'Exposure', exact: true }).first()).toHaveValue('+1.50');
  await expect(page.getByText('Slack Water at 60 %')).toBeVisible();
});

test('a run is kept behind a gate, a sheet shows the cameras, a clip is measured', async ({ page }) => {
  await layOut(page, 'Rows', 'Plates', ['Marsh, noon']);
  await layOut(page, 'Columns', 'Exposure', '−1  0  1');
  await page.getByRole('button', { name: /^Switch:/ }).click();
  await choose(page, 'Axis', 'nothing');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Gate/ }).click();
  const gate = page.getByRole('dialog', { name: 'Gate of this project' });
  // Two plates are enough to be held by.
  for (const box of (await gate.getByRole('checkbox').all()).slice(2)) await box.uncheck();
  await gate.getByRole('spinbutton', { name: 'Exposure from' }).fill('-6');
  await gate.getByRole('button', { name: 'Set the gate' }).click();
  await expect(gate).toBeHidden();
  await page.getByRole('button', { name: 'Keep a run' }).click();
  const runs = page.getByRole('dialog', { name: 'Kept runs' });
  await expect(runs.getByText('The gate is not passed')).toBeVisible({ timeout: 90_000 });
  await expect(runs.getByText(/exposure holds to .*, asked for −6\.0/).first()).toBeVisible();
  const download = page.waitForEvent('download');
  await runs.getByRole('link', { name: 'Table, CSV' }).click();
  const table = readFileSync(await (await download).path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(table[0]).toMatch(/^plates,exposure,switch,verdict,named by,midGrey/);
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('link', { name: /^Trials \d+ of \d+ hold/ })).toBeVisible();

  await page.getByRole('radio', { name: 'Cross-camera' }).click();
  const pairs = page.getByRole('table', { name: 'ΔE of each pair' });
  await expect(pairs.getByRole('button', { name: /^Heron log and Wren log: ΔE 0\.\d\d$/ })).toBeVisible({
    timeout: 60_000,
  });
  await expectAxeClean(page);
  // A trim goes into the shot lane of its plate, and the sheet is measured with it.
  await choose(page, 'Plate', 'Quay, blue hour');
  await choose(page, 'Cameras', 'plates of this scene (3)');
  const under = pairs.getByRole('button', { name: /^Quay, blue hour and Quay, blue hour, under: ΔE \d\d\./ });
  await under.click({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Apply to Quay, blue hour, under' }).click();
  await expect(
    pairs.getByRole('button', { name: /^Quay, blue hour and Quay, blue hour, under: ΔE \d\./ }),
  ).toBeVisible({ timeout: 60_000 });

  const clip = join(mkdtempSync(join(tmpdir(), 'clip-')), 'flash.mkv');
  const burst = "geq=r='if(gte(N,4),1020,300)':g='if(gte(N,4),1020,300)':b='if(gte(N,4),1020,300)'";
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-f', 'lavfi', '-i', `nullsrc=s=64x36:r=24:d=0.3,format=gbrp10le,${burst}`],
    ...['-c:v', 'ffv1', clip],
  ]);
  await page.getByRole('radio', { name: 'Clip' }).click();
  await page.getByLabel('Clip file').setInputFiles(clip);
  await page.getByRole('button', { name: 'Measure the clip' }).click();
  // White that the clip has by itself is no fault of the look; that it is nothing a camera records is told.
  const flash = page.getByRole('button', { name: /^Recording, 0\.17–/ });
  await expect(flash).toBeVisible({ timeout: 60_000 });
  await flash.click();
  await expect(page.getByText('frame 4 · 0.17 s')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Proof clip, MP4' })).toBeVisible();
  await expectAxeClean(page);
});

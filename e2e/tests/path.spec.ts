import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, test } from '../src/fixtures.ts';
import {
  applyByCli,
  applyByFfmpeg,
  fetchFrame,
  temporary,
  viewerDifference,
  worstOf,
} from '../src/pictures.ts';

/** The whole path of the first part, by the interface: plate, trim, look, export, proof, download. */
test('from a log plate to a proven cube that FFmpeg and the viewer agree on', async ({
  page,
  bench,
  server,
}) => {
  await expect(page.getByRole('navigation', { name: 'Plates' }).getByRole('listitem')).toHaveCount(14);

  await test.step('the picture as recorded and normalised', async () => {
    await page.keyboard.press('2');
    await bench.radio('Recorded').click();
    await bench.drawn();
    const recorded = await bench.screen();
    await bench.radio('Normalised').click();
    const normalised = await bench.screen();
    const spread = (f: { rgb: Float32Array }) => {
      const sorted = [...f.rgb].sort((a, b) => a - b);
      return sorted[Math.floor(sorted.length * 0.98)] - sorted[Math.floor(sorted.length * 0.02)];
    };
    // Log is flat: normalising at least half as much again (common practice).
    expect(spread(normalised)).toBeGreaterThan(spread(recorded) * 1.5);
    await bench.radio('Look').click();
  });

  await test.step('the shot is trimmed and scopes and readings follow', async () => {
    const white = await bench.read('White');
    await bench.typeShot('Exposure', '-1');
    await expect.poll(() => bench.read('White')).toBeLessThan(white - 8);
    await bench.number('Warmth').fill('30');
    await bench.number('Warmth').press('Enter');
    await expect(page.getByText(/^white \d+ K$/)).not.toHaveText('white 6000 K');
    await page.getByRole('button', { name: 'Reset' }).click();
    await expect.poll(() => bench.read('White')).toBeGreaterThan(white - 1);
  });

  await test.step('the look is shaped by typing, dragging and the keyboard', async () => {
    const grey = await bench.read('Mid-grey');
    await bench.drag(page.getByRole('slider', { name: 'Midtones density' }), 0, -14);
    await expect.poll(() => bench.read('Mid-grey')).toBeGreaterThan(grey + 2);
    await bench.type('Contrast', '1.2');
    await page.getByRole('slider', { name: 'Shadows tint' }).focus();
    await page.keyboard.press('Shift+ArrowLeft');
    await bench.type('Saturation', '0.95');
    await expect(page.getByRole('listitem').filter({ hasText: 'Saturation' })).toContainText('ΔE');
  });

  await test.step('before and after', async () => {
    // Out of the number that was typed last.
    await page.keyboard.press('Escape');
    await page.keyboard.down('b');
    await expect(bench.canvas).toHaveAttribute('aria-label', /Normalised/);
    await page.keyboard.up('b');
    await expect(bench.canvas).toHaveAttribute('aria-label', /Slack Water/);
    await page.keyboard.press('w');
    await bench.drag(page.getByRole('slider', { name: 'Wipe edge' }), 90, 0);
    await expect(page.getByRole('slider', { name: 'Wipe edge' })).toHaveAttribute('aria-valuenow', /6[0-9]/);
    await page.keyboard.press('w');
  });

  const cube = temporary('export.cube');
  await test.step('export, proof, download', async () => {
    await bench.button('Export cube').click();
    const dialog = page.getByRole('dialog', { name: 'Export a cube' });
    await dialog.getByRole('button', { name: 'Bake and prove' }).click();
    const proof = dialog.getByTestId('proof');
    await expect(proof).toBeVisible();
    await expect(proof).toContainText('Mean ΔE2000');
    await expect(proof).toContainText('holds');
    await expect(proof).toContainText(/every node within .* of what was baked/);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('link', { name: 'Download' }).click(),
    ]);
    expect(download.suggestedFilename()).toMatch(/^Slack-Water_v\d+_heron_bt1886_combined_33\.cube$/);
    await download.saveAs(cube);
    const checksum = createHash('sha256').update(readFileSync(cube)).digest('hex');
    await expect(proof).toContainText(checksum);
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
  });

  await test.step('FFmpeg, the command line and the viewer give one picture', async () => {
    const frame = await fetchFrame(server.url, 'heads-and-chart');
    const ours = applyByCli(cube, frame);
    expect(worstOf(ours, applyByFfmpeg(cube, frame)) * 65535).toBeLessThanOrEqual(2.01);
    await page.keyboard.press('z');
    await expect(bench.canvas).toHaveAttribute('data-scale', '1');
    expect(await viewerDifference(bench, ours)).toBeLessThanOrEqual(1);
  });
});

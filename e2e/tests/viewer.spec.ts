import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import type { Bench } from '../src/bench.ts';
import { expect, test, viewingTest } from '../src/fixtures.ts';
import { applyByCli, fetchFrame, temporary, viewerDifference } from '../src/pictures.ts';

const root = fileURLToPath(new URL('../../', import.meta.url));

function bakeByCli(role: string): string {
  const out = temporary(`${role}.cube`);
  const args = [
    'bake',
    '--look',
    'demo/looks/slack-water.json',
    '--profile',
    'heron',
    '--role',
    role,
    '--out',
    out,
  ];
  const done = spawnSync(process.execPath, ['.build/dusk.mjs', ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  expect(done.stderr).toBe('');
  return out;
}

const showOneToOne = async (page: Page, bench: Bench) => {
  await page.keyboard.press('z');
  await expect(bench.canvas).toHaveAttribute('data-scale', '1');
  await bench.drawn();
};

/** Both ways of drawing must show what the command line makes of the same plate with the same cube. */
for (const [query, kind] of [
  ['?viewer=webgl2', 'webgl2'],
  ['?viewer=worker', 'worker'],
] as const)
  viewingTest(
    `the ${kind} viewer equals the cube applied by the command line`,
    async ({ page, bench, server }) => {
      await bench.open(query);
      await expect(bench.canvas).toHaveAttribute('data-renderer', kind);
      const frame = await fetchFrame(server.url, 'quay-blue-hour');
      await showOneToOne(page, bench);
      expect(await viewerDifference(bench, applyByCli(bakeByCli('combined'), frame))).toBeLessThanOrEqual(1);
      await bench.radio('Normalised').click();
      await bench.drawn();
      expect(await viewerDifference(bench, applyByCli(bakeByCli('conversion'), frame))).toBeLessThanOrEqual(
        1,
      );
    },
  );

test('a trimmed shot looks the same through both viewers', async ({ page, bench }) => {
  await bench.typeShot('Exposure', '0.8');
  await bench.type('Warmth', '-25');
  await bench.typeShot('Flare', '0.4');
  await bench.typeShot('Contrast', '1.15');
  await bench.typeShot('Saturation', '0.8');
  await bench.saved();
  await bench.open('?viewer=webgl2');
  await showOneToOne(page, bench);
  const drawn = await bench.screen();
  await bench.open('?viewer=worker');
  await showOneToOne(page, bench);
  expect(await viewerDifference(bench, { ...drawn, ...cropToPicture(drawn) })).toBeLessThanOrEqual(1);
});

/** A screen at 1:1 as a picture placed where the other viewer will look for it. */
function cropToPicture(screen: Awaited<ReturnType<Bench['screen']>>) {
  const [width, height] = [1280, 720];
  const rgb = new Float32Array(width * height * 3);
  for (let y = 0; y < screen.height; y++)
    for (let x = 0; x < screen.width; x++) {
      const to = ((y - screen.origin[1]) * width + x - screen.origin[0]) * 3;
      const from = (y * screen.width + x) * 3;
      for (let c = 0; c < 3; c++) rgb[to + c] = screen.rgb[from + c];
    }
  return { width, height, rgb };
}

viewingTest('at 1:1 the picture can be moved; a double click fits it again', async ({ page, bench }) => {
  await showOneToOne(page, bench);
  const before = await bench.canvas.getAttribute('data-origin');
  await bench.drag(bench.canvas, 120, 60);
  await expect(bench.canvas).not.toHaveAttribute('data-origin', before!);
  await bench.canvas.dblclick();
  await expect(bench.canvas).not.toHaveAttribute('data-scale', '1');
});

/**
 * How long a board takes in the browser: six plates at thirteen exposures under a film look, then how far the look holds on each;
 * and how long a move on the board takes meanwhile. A part of `npm run bench`.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { trialWidth } from '@velvet-dusk/core/trial/document';
import config from '../playwright.config.ts';
import { startDemo } from './demoServer.ts';
import { layOutBoard, scenes } from './exposureBoard.ts';

const exposures = Array.from({ length: 13 }, (_, i) => (i - 6) / 2);
const runs = 5;

interface Times {
  first: number;
  all: number;
  endurance: number;
  moves: number[];
}

/** Puts the other look on the board and waits for all of it, walking the board meanwhile. */
const timeRun = (page: Page, look: string): Promise<Times> =>
  page.evaluate(
    // No named functions in here: the page does not know the loader's helper for their names.
    async ({ look, rows }) => {
      const choice = [...document.querySelectorAll('[role=radio]')].find((r) => r.textContent === look)!;
      const grid = document.querySelector('[role=grid]')!;
      const times = { first: 0, all: 0, endurance: 0, moves: [] as number[] };
      (grid.querySelector('button') as HTMLElement).focus();
      const start = performance.now();
      (choice as HTMLElement).click();
      await new Promise((resolve) => requestAnimationFrame(resolve));
      for (let turn = 0; times.endurance === 0; turn++) {
        const before = document.activeElement;
        const key = turn % 2 === 0 ? 'ArrowRight' : 'ArrowLeft';
        const moved = performance.now();
        if (before?.closest('[role=grid]') && times.all === 0) {
          before.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
          while (document.activeElement === before && performance.now() - moved < 1000)
            await new Promise((resolve) => requestAnimationFrame(resolve));
          times.moves.push(performance.now() - moved);
        }
        const waiting = grid.querySelectorAll('button[aria-label$="being drawn"]').length;
        const cells = grid.querySelectorAll('button').length;
        const now = performance.now() - start;
        if (waiting < cells) times.first ||= now;
        if (waiting === 0) times.all ||= now;
        const bars = grid.querySelectorAll('svg[role=img]').length;
        const balances = grid.querySelectorAll('svg[role=img][data-whole=true]').length;
        if (bars === rows && balances === rows) times.endurance = now;
        await new Promise((resolve) => setTimeout(resolve, 40));
      }
      return times;
    },
    { look, rows: scenes.length },
  );

const folder = mkdtempSync(join(tmpdir(), 'dusk-trials-'));
const server = await startDemo(folder, 0);
const { viewport, launchOptions } = config.use!;
const browser = await chromium.launch(launchOptions!);
try {
  const found: Times[] = [];
  await layOutBoard(server.url, exposures, ['slack-water', 'lamplight-negative']);
  // Each in a page of its own, so that nothing is remembered but the frames and the workers that are up.
  for (let run = 0; run < runs; run++) {
    const page = await (await browser.newContext({ viewport: viewport! })).newPage();
    await page.goto(`${server.url}/saltmarsh-line/trials`);
    await page.getByText(/^78 of 78/).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(12_000);
    found.push(await timeRun(page, 'Lamplight Negative'));
    await page.context().close();
  }
  const median = (of: (t: Times) => number) => {
    const sorted = found.map(of).sort((a, b) => a - b);
    return (sorted[Math.floor(sorted.length / 2)] / 1000).toFixed(2);
  };
  const moves = found.flatMap((t) => t.moves).sort((a, b) => a - b);
  process.stdout.write(
    `a board of ${scenes.length} plates × ${exposures.length} exposures at ${trialWidth} pixels, a film look, no graphics processor, medians of ${runs}: ` +
      `first cells ${median((t) => t.first)} s (goal: 0.5 s), all ${median((t) => t.all)} s (goal: 8 s), ` +
      `endurance of ${scenes.length} plates ${median((t) => t.endurance - t.all)} s more (goal: 15 s); ` +
      `a move meanwhile: median ${moves[Math.floor(moves.length / 2)].toFixed(0)} ms, 95 % ${moves[Math.floor(moves.length * 0.95)].toFixed(0)} ms (goal: 100 ms)\n`,
  );
} finally {
  await browser.close();
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
}

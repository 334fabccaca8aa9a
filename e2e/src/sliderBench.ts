/**
 * How long it takes from a moved control to the changed picture, in the browser, with a recipe of every step:
 * the last part of `npm run bench`.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import config from '../playwright.config.ts';
import { Bench } from './bench.ts';
import { type DemoServer, startDemo } from './demoServer.ts';
import { tellFirstLoads } from './firstLoad.ts';
import { fullRecipe } from './fullRecipe.ts';

const moves = 60;
/** Milliseconds from a picture to the next move: the scopes of the last one are still being worked out. */
const pause = 60;

async function putRecipe(server: DemoServer): Promise<void> {
  const look = `${server.url}/api/looks/slack-water`;
  const { revision } = (await (await fetch(look)).json()) as { revision: number };
  const headers = { 'content-type': 'application/json', 'if-match': `"${revision}"` };
  const answer = await fetch(look, { method: 'PUT', headers, body: JSON.stringify(fullRecipe()) });
  if (!answer.ok) throw new Error(await answer.text());
}

/** Times, in ms, from each key press on a number to the frame in which the new picture is shown. */
const timeMoves = (page: Page) =>
  page.evaluate(
    // No named functions in here: the page does not know the loader's helper for their names.
    async ({ moves, pause }) => {
      const canvas = document.querySelector('canvas[data-renderer]')!;
      const label = [...document.querySelectorAll('label')].find(
        (l) => l.textContent === 'Midtones density',
      )!;
      const times: number[] = [];
      for (let i = 0; i < moves; i++) {
        const before = canvas.getAttribute('data-shown');
        const picture = new Promise<void>((resolve) => {
          const observer = new MutationObserver(() => {
            const now = canvas.getAttribute('data-shown');
            if (!now || now === before) return;
            observer.disconnect();
            requestAnimationFrame(() => resolve());
          });
          observer.observe(canvas, { attributes: true });
        });
        const start = performance.now();
        const key = Math.floor(i / 8) % 2 === 0 ? 'ArrowUp' : 'ArrowDown';
        label.control!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        await picture;
        times.push(performance.now() - start);
        await new Promise((r) => setTimeout(r, pause));
      }
      return times;
    },
    { moves, pause },
  );

/** Visits of the bench, each in a browser context that knows nothing yet. */
const visits = 9;

/** Milliseconds from asking for the bench to its first picture, the demo's plates in the project. */
async function firstPicture(browser: Browser, url: string): Promise<number> {
  const context = await browser.newContext({ viewport: viewport! });
  const page = await context.newPage();
  await page.addInitScript(() => {
    const seen = new MutationObserver(() => {
      if (!document.querySelector('canvas[data-painted=true]')) return;
      seen.disconnect();
      requestAnimationFrame(() => Object.assign(window, { firstPicture: performance.now() }));
    });
    seen.observe(document, { subtree: true, childList: true, attributes: true });
  });
  await page.goto(`${url}/saltmarsh-line/look`);
  const time = await page.waitForFunction(() => (window as { firstPicture?: number }).firstPicture);
  const value = (await time.jsonValue())!;
  // What is measured after the picture must not meet the next visit.
  await page.waitForTimeout(500);
  await context.close();
  return value;
}

async function timeVisits(browser: Browser, url: string): Promise<void> {
  const times: number[] = [];
  for (let i = 0; i < visits; i++) times.push(await firstPicture(browser, url));
  times.sort((a, b) => a - b);
  const at = (share: number) => (times[Math.floor(share * (visits - 1))] / 1000).toFixed(2);
  process.stdout.write(
    `bench opened → first picture, ${visits} visits, nothing cached: median ${at(0.5)} s, best ${at(0)} s, worst ${at(1)} s (goal: under 1.5 s)\n`,
  );
}

const folder = mkdtempSync(join(tmpdir(), 'dusk-slider-'));
const server = await startDemo(folder, 0);
const { viewport, launchOptions } = config.use!;
const browser = await chromium.launch(launchOptions!);
try {
  await tellFirstLoads(browser, server.url);
  await timeVisits(browser, server.url);
  await putRecipe(server);
  const page = await (await browser.newContext({ viewport: viewport! })).newPage();
  const bench = new Bench(page, server.url);
  await bench.open();
  await page.waitForTimeout(4000);
  const box = (await bench.canvas.boundingBox())!;
  const times = (await timeMoves(page)).sort((a, b) => a - b);
  const at = (share: number) => times[Math.floor(share * (times.length - 1))].toFixed(0);
  process.stdout.write(
    `a control moved → new picture, ${fullRecipe().steps.length} steps, ${Math.round(box.width)}×${Math.round(box.height)} view, ` +
      `${await bench.canvas.getAttribute('data-renderer')}, no graphics processor: median ${at(0.5)} ms, 90 % ${at(0.9)} ms, worst ${at(1)} ms ` +
      `(${moves} moves; goal: median under 50 ms)\n`,
  );
} finally {
  await browser.close();
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
}

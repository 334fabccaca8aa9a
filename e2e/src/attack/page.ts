import { readdirSync, readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import config from '../../playwright.config.ts';
import { Bench } from '../bench.ts';
import { startDemo } from '../demoServer.ts';
import type { Attack } from './finding.ts';
import { call, newFolder } from './target.ts';

const plates = 40;
/** Minutes of work; `DUSK_SOAK=60` is the hour. */
const minutes = Number(process.env.DUSK_SOAK ?? 4);
/** The page may hold this much more at the end than in the middle: what it keeps is bounded, and filled by then. */
const maxGrowth = 1.15;

/** Resident megabytes of the browser's pages (Linux). */
function residentOf(browserPid: string): number {
  let sum = 0;
  for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p)))
    try {
      const words = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
      if (!words.includes('--type=renderer') || !words.includes(browserPid)) continue;
      sum += Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
    } catch {
      // It ended meanwhile.
    }
  return sum;
}

/** One round of work: plates, sizes of the window, a control that moves, an undo. */
async function work(page: Page, round: number): Promise<void> {
  const stack = page.getByRole('navigation', { name: 'Plates' }).getByRole('button');
  await stack.nth(round % plates).click();
  await page.setViewportSize({ width: 1280 + (round % 9) * 40, height: 800 + (round % 5) * 30 });
  const contrast = page.getByRole('spinbutton', { name: 'Contrast', exact: true }).last();
  for (let i = 0; i < 4; i++) await contrast.press(round % 2 === 0 ? 'ArrowUp' : 'ArrowDown');
  await page.keyboard.press('Control+z');
}

/** A bench at work on forty plates: its memory rises until its caches are full, and then stays. */
export const pageAttack: Attack = {
  name: 'page',
  about: `${plates} plates, ${minutes} minutes of work on the bench (DUSK_SOAK sets the minutes)`,
  async run() {
    const server = await startDemo(newFolder(), 0);
    const mark = `--attack-page-${process.pid}`;
    const launch = config.use!.launchOptions!;
    const browser = await chromium.launch({
      ...launch,
      args: [...launch.args!, `--user-agent=attack${mark}`],
    });
    try {
      const project = `${server.url}/api/projects/saltmarsh-line`;
      const frame = Buffer.from(
        await (await fetch(`${server.url}/api/plates/quay-blue-hour/source`)).arrayBuffer(),
      );
      const known = ((await (await fetch(project)).json()) as { plates: { kind: string }[] }).plates;
      for (let i = known.filter((p) => p.kind === 'plate').length; i < plates; i++)
        await call(server.url, 'POST', `/projects/saltmarsh-line/plates?name=more-${i}.png&profile=heron`, {
          bytes: frame,
        });
      const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
      await new Bench(page, server.url).open();
      const sizes: number[] = [];
      const end = performance.now() + minutes * 60_000;
      for (let round = 0; performance.now() < end; round++) {
        await work(page, round);
        sizes.push(residentOf(`attack${mark}`));
      }
      const mean = (from: number, to: number) => {
        const part = sizes.slice(Math.floor(sizes.length * from), Math.floor(sizes.length * to));
        return part.reduce((a, b) => a + b, 0) / part.length;
      };
      const [middle, last] = [mean(0.4, 0.6), mean(0.8, 1)];
      return [
        {
          promise: `the page is flat: at most ${maxGrowth} times as large at the end as in the middle`,
          figure: `${sizes.length} rounds; ${middle.toFixed(0)} MB in the middle fifth, ${last.toFixed(0)} MB in the last, ${Math.max(...sizes).toFixed(0)} MB at most`,
          holds: middle > 0 && last <= middle * maxGrowth,
        },
      ];
    } finally {
      await browser.close();
      await server.stop();
    }
  },
};

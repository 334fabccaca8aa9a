import type { Page } from '@playwright/test';
import { expect, viewingTest } from '../src/fixtures.ts';

/** Every screen at the sizes it is promised for: from 1100 wide up to 4K. */

const sizes = [
  [1100, 700],
  [1280, 800],
  [1920, 1080],
  [3840, 2160],
] as const;

/** Controls that something else lies on, or that stick out of the window; what is scrolled away does not count. */
function coveredControls(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const controls = [
      ...document.querySelectorAll<HTMLElement>('button, select, input, a[href], [role=slider]'),
    ];
    const shownPart = (element: Element) => {
      let { left, top, right, bottom } = element.getBoundingClientRect();
      for (let at = element.parentElement; at; at = at.parentElement) {
        const style = getComputedStyle(at);
        if (!/auto|scroll|hidden/.test(style.overflowX + style.overflowY)) continue;
        const r = at.getBoundingClientRect();
        [left, top] = [Math.max(left, r.left), Math.max(top, r.top)];
        [right, bottom] = [Math.min(right, r.right), Math.min(bottom, r.bottom)];
      }
      return { left, top, right, bottom };
    };
    return controls.flatMap((element) => {
      const whole = element.getBoundingClientRect();
      // What is folded away keeps its size.
      if (!element.checkVisibility() || whole.width < 2 || whole.height < 2) return [];
      if (element.closest('[aria-hidden=true]')) return [];
      const { left, top, right, bottom } = shownPart(element);
      if (right - left < whole.width / 2 || bottom - top < whole.height / 2) return [];
      const name = element.getAttribute('aria-label') ?? element.textContent ?? element.tagName;
      if (whole.right > innerWidth + 1 || whole.left < -1) return [`${name} sticks out of the window`];
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      // An SVG group may have a hole in its middle; what is under it is then its drawing.
      const hit = document.elementFromPoint(x, y);
      if (!hit || element.contains(hit) || hit.contains(element)) return [];
      if (element.closest('svg') && hit.closest('svg') === element.closest('svg')) return [];
      return [
        `${name} lies under ${hit.getAttribute('aria-label') ?? hit.textContent?.slice(0, 30) ?? hit.tagName}`,
      ];
    });
  });
}

const scrollsAsPage = (page: Page) =>
  page.evaluate(
    () =>
      document.documentElement.scrollWidth > innerWidth ||
      document.documentElement.scrollHeight > innerHeight,
  );

/** What follows the size of its place is drawn anew in the frame after it. */
const laidOut = (page: Page) =>
  page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));

viewingTest(
  'every screen fits from 1100×700 to 4K: nothing covered, nothing outside the window',
  async ({ page, bench }) => {
    const screens: [string, () => Promise<unknown>][] = [
      ['look', () => bench.drawn()],
      ['plates', () => page.getByRole('button', { name: 'Marsh, noon, Heron log' }).waitFor()],
      ['cameras', () => page.getByLabel('Beside').waitFor()],
      ['trials', () => page.getByRole('grid', { name: 'Board' }).waitFor()],
      ['pack', () => page.getByTestId('device-difference').waitFor()],
      ['inspect', () => page.getByRole('button', { name: 'Bring the sample folder' }).waitFor()],
      ['log', () => page.getByText('This station is not built yet').waitFor()],
    ];
    const docks = ['Hue', 'Curves', 'Boxes', 'Film', 'Match', 'Placed LUT', 'Texture', 'Path'];
    await page.setViewportSize({ width: 1100, height: 700 });
    for (const dock of docks) {
      await bench.radio(dock).click();
      await expect.poll(() => coveredControls(page), { message: `the dock ${dock} at 1100×700` }).toEqual([]);
    }
    for (const [station, ready] of screens) {
      await page.goto(`${bench.url}/saltmarsh-line/${station}`);
      for (const [width, height] of sizes) {
        await page.setViewportSize({ width, height });
        await laidOut(page);
        await ready();
        const what = `${station} at ${width}×${height}`;
        await expect.poll(() => coveredControls(page), { message: what }).toEqual([]);
        expect(await scrollsAsPage(page), `${what} scrolls as a page`).toBe(false);
      }
    }
  },
);

import { gzipSync } from 'node:zlib';
import type { Browser } from '@playwright/test';

/** kB, of a thousand bytes, that a first visit may fetch before it shows what it was made for. */
export const goal = 350;

interface Load {
  /** Pages, scripts (those of workers too) and styles, compressed, in kB. */
  code: number;
  fonts: number;
  files: number;
}

/**
 * What a browser that knows nothing yet fetches of the program until its first picture may be drawn or stands; pictures and
 * documents from the server are data and not counted. Compressed as a server in front of it would (gzip).
 */
export async function firstLoad(browser: Browser, url: string): Promise<Load> {
  const context = await browser.newContext();
  const page = await context.newPage();
  const asked = new Map<string, number>();
  context.on('request', (r) => asked.set(r.url(), Date.now()));
  await page.goto(url);
  const time = await page.waitForFunction(() => {
    const [mark] = performance.getEntriesByName('first picture');
    return mark && performance.timeOrigin + mark.startTime;
  });
  const shownAt = (await time.jsonValue())!;
  // What is asked for once it is shown was held back for that.
  const urls = [...asked].filter(([, at]) => at <= shownAt).map(([u]) => u);
  await context.close();
  const files = urls.filter((u) => u.startsWith('http') && !new URL(u).pathname.startsWith('/api/'));
  const load: Load = { code: 0, fonts: 0, files: files.length };
  for (const file of files) {
    const bytes = Buffer.from(await (await fetch(file)).arrayBuffer());
    // Fonts are compressed already.
    if (file.endsWith('.woff2')) load.fonts += bytes.length / 1000;
    else load.code += gzipSync(bytes).length / 1000;
  }
  return load;
}

const pages = [
  { name: 'start page', path: '/' },
  {
    name: 'look bench to its first picture',
    path: '/saltmarsh-line/look',
    shown: 'canvas[data-painted=true]',
  },
];

/** Prints what the start page and the bench fetch before they show what they are for. */
export async function tellFirstLoads(browser: Browser, url: string): Promise<void> {
  for (const { name, path } of pages) {
    const { code, fonts, files } = await firstLoad(browser, `${url}${path}`);
    process.stdout.write(
      `first load, ${name}: ${code.toFixed(0)} kB compressed, and ${fonts.toFixed(0)} kB of fonts, in ${files} files (goal: under ${goal} kB)\n`,
    );
  }
}

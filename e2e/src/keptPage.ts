import type { Browser, BrowserContext, Page } from '@playwright/test';
import { viewport } from './viewport.ts';

/** What the page keeps per machine: one plate at a time is enough for two processors to paint and measure. */
const followedPlates = 'velvet-dusk/measured-plates';

/** Tells a context which plates follow while a look changes; as somebody with a slow machine has it. */
export async function followShown(context: BrowserContext): Promise<void> {
  await context.addInitScript((key) => {
    // An empty page has no store.
    if (location.protocol === 'http:') localStorage.setItem(key, '"shown"');
  }, followedPlates);
}

/** Prints the address and the words of a page on which a test failed: the runner has no picture of a page that is kept. */
export async function tellWhatIsShown(page: Page): Promise<void> {
  const words = await page
    .locator('body')
    .innerText({ timeout: 2000 })
    .catch((error: Error) => `nothing that can be read: ${error.message}`);
  process.stderr.write(`${page.url()}\n${words.slice(0, 3000)}\n`);
}

/**
 * One page for all tests of a process: a new one compiles the whole program anew, which takes a second of a processor.
 * Between tests everything that a browser keeps is thrown away.
 */
export class KeptPage {
  private page: Page | null = null;

  constructor(private readonly browser: Browser) {}

  async open(): Promise<Page> {
    if (!this.page || this.page.isClosed()) {
      const context = await this.browser.newContext({ viewport, acceptDownloads: true });
      await followShown(context);
      this.page = await context.newPage();
    }
    return this.page;
  }

  /** Makes it as new; one that cannot be is thrown away. */
  async clean(): Promise<void> {
    const page = this.page!;
    try {
      page.removeAllListeners();
      await page.unrouteAll({ behavior: 'ignoreErrors' });
      const { origin } = new URL(page.url());
      // A page that is left notes its drafts, and the browser may run that after the next page is there and its store is cleared.
      if (origin !== 'null')
        await page.evaluate(() => {
          sessionStorage.clear();
          Storage.prototype.setItem = () => undefined;
        });
      await page.goto('about:blank');
      const devtools = await page.context().newCDPSession(page);
      if (origin !== 'null')
        await devtools.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
      await devtools.send('Network.clearBrowserCache');
      await devtools.detach();
      await page.context().clearCookies();
      await page.context().clearPermissions();
      await page.emulateMedia({ media: null });
      await page.setViewportSize(viewport);
    } catch {
      await this.close();
    }
  }

  async close(): Promise<void> {
    await this.page?.context().close();
    this.page = null;
  }
}

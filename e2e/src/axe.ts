import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** No rule of axe is broken on the page as it stands. */
export async function expectAxeClean(page: Page): Promise<void> {
  // The app has no frames: the results need no page of their own to be put together on.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
}

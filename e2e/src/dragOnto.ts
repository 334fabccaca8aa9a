import { expect, type Locator, type Page } from '@playwright/test';

const centre = async (at: Locator) => {
  const { x, y, width, height } = (await at.boundingBox())!;
  return { x: x + width / 2, y: y + height / 2 };
};

/** Drags a thing of a list by its middle onto a place, as a hand does: over the way there, put down once it has followed. */
export async function dragOnto(page: Page, grip: Locator, to: { x: number; y: number }): Promise<void> {
  const from = await centre(grip);
  const steps = 6;
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (let i = 1; i <= steps; i++) {
    await page.mouse.move(from.x + ((to.x - from.x) * i) / steps, from.y + ((to.y - from.y) * i) / steps);
    await page.evaluate(() => new Promise(requestAnimationFrame));
  }
  await expect.poll(async () => Math.hypot(...delta(await centre(grip), to))).toBeLessThan(4);
  await page.mouse.up();
}

const delta = (a: { x: number; y: number }, b: { x: number; y: number }) => [a.x - b.x, a.y - b.y];

import { expect, type Locator, type Page } from '@playwright/test';
import { type Frame, parsePng } from '@velvet-dusk/core/formats/png';

/** The look bench as a user works it: by labels, keys and pointer. */
export class Bench {
  readonly canvas: Locator;

  constructor(
    readonly page: Page,
    readonly url: string,
  ) {
    this.canvas = page.locator('canvas[data-renderer]');
  }

  async open(query = ''): Promise<void> {
    await this.page.goto(`${this.url}/saltmarsh-line/look${query}`);
    await this.drawn();
  }

  /** Waits until the picture on the viewer is the one asked for, and measured. */
  async drawn(): Promise<void> {
    // Asked at every frame: an assertion asks twice a second, which adds up over all tests.
    await this.page.waitForFunction(
      () =>
        document.querySelector<HTMLElement>('canvas[data-renderer]')?.dataset.drawn &&
        document.querySelector('[data-testid=readings][aria-busy=false] button'),
      null,
      { polling: 'raf', timeout: 60_000 },
    );
  }

  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name, exact: typeof name === 'string' });
  }

  radio(name: string): Locator {
    return this.page.getByRole('radio', { name, exact: true });
  }

  /** A number by its label; where both lanes have one, the look's. */
  number(label: string): Locator {
    return this.page.getByRole('spinbutton', { name: label, exact: true }).last();
  }

  async type(label: string, text: string): Promise<void> {
    await this.fill(this.number(label), text);
  }

  /** Types a number of the shot lane; the look lane has some of the same names. */
  async typeShot(label: string, text: string): Promise<void> {
    const lane = this.page.getByRole('region', { name: 'Shot lane' });
    await this.fill(lane.getByRole('spinbutton', { name: label, exact: true }), text);
  }

  private async fill(field: Locator, text: string): Promise<void> {
    await field.fill(text);
    await field.press('Enter');
    await this.drawn();
  }

  /** The rows of the recipe that say a name. */
  step(name: string): Locator {
    return this.page
      .getByRole('region', { name: 'Look lane' })
      .getByRole('listitem')
      .filter({ hasText: name });
  }

  reading(label: string): Locator {
    return this.page.getByTestId('readings').getByRole('button', { name: new RegExp(label) });
  }

  /** The number a reading shows. */
  async read(label: string): Promise<number> {
    const text = await this.reading(label).innerText();
    return Number(/([−-]?\d+(\.\d+)?)\s*[%°]?\s*$/.exec(text)![1].replace('−', '-'));
  }

  async saved(): Promise<void> {
    // An edit is taken down a moment after it was made; until then the one before it counts.
    await this.page.waitForTimeout(250);
    await expect(this.page.getByText(/^Saved \d\d:\d\d$/)).toBeVisible();
  }

  /** Drags an element by pixels in a few moves, as a hand does. */
  async drag(target: Locator, dx: number, dy: number): Promise<void> {
    const box = (await target.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await this.page.mouse.move(x, y);
    await this.page.mouse.down();
    for (let i = 1; i <= 5; i++) await this.page.mouse.move(x + (dx * i) / 5, y + (dy * i) / 5);
    await this.page.mouse.up();
  }

  /** What is on the viewer's screen, pixel by pixel, with where the picture lies on it. */
  async screen(): Promise<Frame & { origin: [number, number]; scale: number }> {
    const taken = async () => {
      await this.drawn();
      const drawn = await this.canvas.getAttribute('data-drawn');
      const png = await this.canvas.screenshot({ animations: 'disabled' });
      return drawn === (await this.canvas.getAttribute('data-drawn')) ? png : null;
    };
    let png = await taken();
    // A picture that was replaced while it was taken may be the coarse one of a moment.
    while (!png) png = await taken();
    const shot = parsePng(png, 'screen');
    const origin = (await this.canvas.getAttribute('data-origin'))!.split(',').map(Number) as [
      number,
      number,
    ];
    return { ...shot, origin, scale: Number(await this.canvas.getAttribute('data-scale')) };
  }
}

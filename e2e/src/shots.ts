/** `npm run shots`: takes the pictures in docs/screenshots from a fresh demo, one of each main view. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { contactSheet } from '@velvet-dusk/demo/contactSheet';
import { nightCrewSpec } from '@velvet-dusk/demo/nightCrew';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { lookFrom } from '@velvet-dusk/core/look/startingPoints';
import { type Lut, lutOf } from '@velvet-dusk/core/lut/lut';
import { bake } from '@velvet-dusk/core/order/bake';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { foreignFamilies, madeLut, makings } from '@velvet-dusk/core/testing/makers';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { exportPack } from '@velvet-dusk/exporter/exportPack';
import { PackThreads } from '@velvet-dusk/exporter/threads';
import config from '../playwright.config.ts';
import { Bench } from './bench.ts';
import { startDemo } from './demoServer.ts';
import { layOutBoard } from './exposureBoard.ts';
import { choose } from './choose.ts';

const folder = process.env.DUSK_SHOTS ?? fileURLToPath(new URL('../../docs/screenshots', import.meta.url));

type Shot = (page: Page, bench: Bench) => Promise<void>;

/** Begins a project of one's own, from the start page. */
async function begin(page: Page, bench: Bench, name: string): Promise<void> {
  await page.goto(bench.url);
  await bench.button('New project').click();
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
}

const board = [
  [-2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2],
  ['slack-water', 'sodium-quay', 'oilskin', 'lamplight-negative'],
] as const;

/** The sample folder on the list, all of it read. */
async function openSample(page: Page, bench: Bench): Promise<void> {
  await page.goto(`${bench.url}/saltmarsh-line/inspect`);
  await bench.button('Bring the sample folder').click();
  await page
    .getByTestId('inspect-count')
    .filter({ hasText: /^\d+ files/ })
    .waitFor({ timeout: 60_000 });
}
async function openFile(page: Page, name: RegExp, tab = 'Report'): Promise<void> {
  await page.getByRole('button', { name }).first().click();
  await page.getByRole('radio', { name: tab, exact: true }).click();
}

function gridOf({ stages: [stage] }: Lut) {
  if (stage.kind !== '3d') throw new TypeError('no grid');
  return stage;
}

/** A LUT as other hands make them, which fits two cameras as well, with a node that is off. */
function doubtful(): Lut {
  const making = makings(foreignFamilies, [profileOf('heron')], {
    count: 14,
    seed: 5,
    roles: ['combined', 'conversion'],
  })[12];
  const lut = madeLut(making);
  const { data } = gridOf(lut);
  data[((8 * making.grid + 9) * making.grid + 7) * 3 + 1] += 0.12;
  return lut;
}
/** From finished pictures back to camera code. */
const wayBack = (): Lut =>
  lutOf({
    ...bake({
      look: lookFrom('neutral', 'Neutral'),
      profile: profileOf('heron'),
      display: standardDisplay,
      role: 'return',
      grid: 33,
    }),
    title: '',
    comments: [],
  });

/** Brings a file, which opens it. */
async function bringLut(page: Page, name: string, lut: Lut): Promise<void> {
  const buffer = Buffer.from(writeCube({ ...gridOf(lut), title: '', comments: [] }));
  await page
    .getByLabel('LUT files, or a zip of them')
    .setInputFiles({ name, mimeType: 'text/plain', buffer }, { timeout: 20_000 });
  await page.getByRole('region', { name: 'One LUT' }).getByText(name).first().waitFor({ timeout: 60_000 });
}

const shots: Record<string, Shot> = {
  start: async (page, bench) => {
    await begin(page, bench, 'Tidal Bore');
    await bench.button('Begin').click();
    await page.getByText(/A profile says how a camera/).waitFor();
    await page.goto(`${bench.url}/saltmarsh-line/look`);
    await bench.drawn();
    await page.goto(bench.url);
    await page.waitForTimeout(4000);
  },
  'look-bench': async (page, bench) => {
    await bench.open();
    await page.keyboard.press('w');
    await bench.reading('Skin hue').click();
    await bench.drawn();
  },
  'bench-film': async (page, bench) => {
    await bench.open();
    await bench.button('4 looks').click();
    await page.getByRole('menuitem', { name: 'Lamplight Negative', exact: true }).click();
    await page.getByRole('button', { name: 'Negative', exact: true }).click();
    await page.waitForTimeout(7000);
  },
  'bench-texture': async (page, bench) => {
    await bench.open();
    await bench.button('4 looks').click();
    await page.getByRole('menuitem', { name: 'Lamplight Negative', exact: true }).click();
    await bench.radio('Texture').click();
    await page.getByRole('region', { name: 'Texture lane' }).getByRole('button', { name: 'Grain' }).click();
    await choose(page, 'Gauge', '16 mm');
    await page.waitForTimeout(7000);
  },
  'bench-match': async (page, bench) => {
    await bench.open();
    await page.keyboard.press('6');
    await bench.radio('Match').click();
    await bench.button('Solve').click();
    await page.getByText(/^Difference/).waitFor({ timeout: 60_000 });
    await page.getByRole('button', { name: /^Compare:/ }).click();
    await page.getByRole('menuitemradio', { name: /^Reference beside/ }).click();
    await page.waitForTimeout(7000);
  },
  'cameras-curve': async (page, bench) => {
    await page.goto(`${bench.url}/saltmarsh-line/cameras`);
    await choose(page, 'Beside', 'Curlew flat');
    await page.waitForTimeout(1500);
  },
  'plates-wall': async (page, bench) => {
    await page.goto(`${bench.url}/saltmarsh-line/plates`);
    await page.getByRole('button', { name: 'Marsh, noon, Heron log' }).click();
    await page.waitForTimeout(4000);
  },
  'plates-frame': async (page, bench) => {
    await page.goto(`${bench.url}/saltmarsh-line/plates`);
    await page.getByRole('button', { name: 'Heads and chart, over and warm, Heron log' }).dblclick();
    await page.getByText(/Balance the shot on a neutral/).waitFor();
    await page.getByRole('button', { name: 'Chart', exact: true }).click();
    await page.waitForTimeout(1500);
  },
  'trials-board': async (page, bench) => {
    await layOutBoard(bench.url, ...board);
    await page.goto(`${bench.url}/saltmarsh-line/trials`);
    await page.getByText(/^54 of 54/).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(12_000);
  },
  'trials-cameras': async (page, bench) => {
    await page.goto(`${bench.url}/saltmarsh-line/trials`);
    await page.getByRole('radio', { name: 'Cross-camera' }).click();
    await choose(page, 'Plate', 'Heads and chart');
    await choose(page, 'Look', 'Oilskin');
    await page.getByRole('table', { name: 'ΔE of each pair' }).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(1000);
  },
  inspect: async (page, bench) => {
    await openSample(page, bench);
    await page.getByRole('button', { name: 'Faults', exact: true }).dblclick();
    await bringLut(page, 'night_3.cube', doubtful());
    await page
      .getByText(/Either a/)
      .first()
      .waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2000);
  },
  'inspect-lattice': async (page, bench) => {
    await openSample(page, bench);
    await openFile(page, /^Cold-dusk_heron/, 'Lattice');
    await page.locator('[data-state=there]').waitFor({ timeout: 60_000 });
    await page.waitForTimeout(3000);
  },
  'inspect-try': async (page, bench) => {
    await openSample(page, bench);
    await bringLut(page, 'back_to_heron.cube', wayBack());
    await page.getByRole('radio', { name: 'Try it', exact: true }).click();
    await page.waitForTimeout(8000);
  },
  'inspect-compare': async (page, bench) => {
    await openSample(page, bench);
    await openFile(page, /^Cold-dusk_heron/, 'Against another');
    await choose(page, 'Against', 'harbour-pack/heron/Amber-street_heron_BT709_17.cube');
    await page.getByTestId('plate-difference').waitFor();
    await page.waitForTimeout(2000);
  },
  pack: async (page, bench) => {
    await page.goto(`${bench.url}/saltmarsh-line/pack`);
    await page.getByTestId('device-difference').waitFor();
    await page.getByTestId('device-difference').scrollIntoViewIfNeeded();
    await page.getByRole('complementary', { name: 'Where the files go' }).evaluate((e) => e.scrollTo(0, 1e4));
    await page.waitForTimeout(3000);
  },
  'pack-proof': async (page, bench) => {
    await page.goto(`${bench.url}/saltmarsh-line/pack`);
    await bench.button('Export and prove').click();
    const order = page.getByRole('dialog');
    await order.getByRole('button', { name: 'Export and prove' }).click();
    await order.getByRole('button', { name: 'Show the proof' }).click({ timeout: 120_000 });
    const proof = page.getByRole('table', { name: 'Proof of every file' });
    await proof.getByRole('button', { name: 'OLSKNMO.CUBE', exact: true }).click();
    await proof.getByRole('img', { name: /^Grey axis/ }).scrollIntoViewIfNeeded();
  },
  guide: async (page) => {
    await page.goto(pathToFileURL(join(await packFolder(), 'index.html')).href);
  },
  'look-card': async (page) => {
    await page.goto(pathToFileURL(join(await packFolder(), 'look-cards', 'sodium-quay.html')).href);
  },
};

let made: Promise<string> | undefined;
/** The demo's pack in a folder. */
function packFolder(): Promise<string> {
  made ??= (async () => {
    const folder = join(mkdtempSync(join(tmpdir(), 'dusk-shot-pack-')), 'Night-Crew');
    const spec = nightCrewSpec();
    const threads = new PackThreads(2);
    await exportPack({ ...spec, pack: { ...spec.pack, ocioConfig: false } }, folder, { threads });
    await threads.close();
    return folder;
  })();
  return made;
}

const wanted = process.argv.slice(2);
const sheet = 'starting-points';
if (wanted.length === 0 || wanted.includes(sheet)) {
  await contactSheet(join(folder, `${sheet}.png`));
  process.stdout.write(`${sheet}.png\n`);
}
const seeded = mkdtempSync(join(tmpdir(), 'dusk-shots-'));
await (await startDemo(seeded, 0)).stop();
const { viewport, launchOptions } = config.use!;
const browser = await chromium.launch(launchOptions!);
try {
  for (const [name, prepare] of Object.entries(shots)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    // A demo of its own, so that no picture shows what another one did.
    const data = mkdtempSync(join(tmpdir(), 'dusk-shot-'));
    cpSync(seeded, data, { recursive: true });
    const server = await startDemo(data, 0);
    const context = await browser.newContext({ viewport: viewport! });
    const page = await context.newPage();
    await prepare(page, new Bench(page, server.url));
    // Thumbnails come last; they are made behind the picture.
    await page.waitForTimeout(1500);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    process.stdout.write(`${name}.png\n`);
    await context.close();
    await server.stop();
    rmSync(data, { recursive: true });
  }
} finally {
  await browser.close();
  rmSync(seeded, { recursive: true });
}

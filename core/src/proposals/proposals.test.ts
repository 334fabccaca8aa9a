import { demoScene } from '../testing/demoScenes.ts';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { parseProfile } from '../camera/profile.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { applyCube } from '../lut/apply.ts';
import { bake } from '../order/bake.ts';
import { type Look, newLook } from '../look/document.ts';
import { insertStep } from '../look/edit.ts';
import { compileLook } from '../look/compile.ts';
import { shownOn } from '../look/shown.ts';
import type { ColourBoxParams } from '../look/steps/colourBox.ts';
import type { StepType } from '../look/steps/index.ts';
import { readingDefinition, takeReading } from '../readings/index.ts';
import { usualPractice, type PracticeSettings } from '../readings/practice.ts';
import { propose } from './index.ts';
import { suitedStrength } from './strength.ts';
import { type Change, PlateEvaluator, plateOfLight } from './plateEvaluator.ts';
import { neutralShot } from '../look/shot.ts';
import { sparse } from '../numeric/sparse.ts';
import { codeToLight, compileEnd, sceneEnd } from '../order/end.ts';
import { standardDisplay } from '../render/display.ts';
import { standardRendering } from '../render/rendering.ts';

const demo = (path: string) => readFileSync(new URL(`../../../demo/${path}`, import.meta.url));
const heron = parseProfile(JSON.parse(demo('profiles/heron.json').toString()), 'heron');

type Box = [x0: number, y0: number, x1: number, y1: number];

/** A demo master, recorded by Heron and made small; skin is where the faces are. */
function evaluatorOf(name: string, faces: Box[], practice: PracticeSettings = usualPractice): PlateEvaluator {
  const master = demoScene(name);
  const codec = makeCodec(heron);
  const code = record(master.rgb, bt709, codec, { exposure: 0, sensitivity: 800, seed: 12 });
  const { rgb, width, height } = sparse(code, master.width, master.height, 7000);
  codeToLight(heron)(rgb);
  const skin = faces.map(([x0, y0, x1, y1]) => ({
    x0: x0 / 1280,
    y0: y0 / 720,
    x1: x1 / 1280,
    y1: y1 / 720,
  }));
  return new PlateEvaluator(
    {
      width,
      height,
      ...plateOfLight(rgb),
      profile: heron,
      display: standardDisplay,
      marks: { skin, subject: [], background: [] },
    },
    practice,
  );
}
const heads: Box[] = [
  [190, 250, 245, 300],
  [455, 280, 520, 320],
  [725, 270, 775, 320],
];
const evaluator = evaluatorOf('heads-and-chart', heads);
const quay = evaluatorOf('quay-blue-hour', [
  [348, 240, 392, 300],
  [420, 260, 470, 310],
]);

/** Camera code of a plate's pixels at an exposure, as the camera would have recorded them. */
const codesOf = ({ plate }: PlateEvaluator, exposure: number) => {
  const codes = plate.recorded.map((v) => v * 2 ** exposure);
  compileEnd(sceneEnd(heron), standardRendering).fromLight(codes);
  return codes;
};

const withStep = (look: Look, type: StepType, params: Record<string, unknown>): Look => ({
  ...look,
  steps: insertStep(look.steps, type, params).steps,
});
const rest: Look = { ...newLook('fault'), steps: [] };
const under = (look: Look): Change => ({ look, shot: neutralShot });
const zone = (name: string, change: object) => ({ [name]: change });

/** A setting of a fault at which a reading has a value: found by halving, so that the fault is as large as it says. */
function seeded(
  make: (x: number) => Look,
  reading: string,
  value: number,
  low: number,
  high: number,
  plate = evaluator,
): Look {
  for (let i = 0; i < 18; i++) {
    const middle = (low + high) / 2;
    const now = plate.read(reading, under(make(middle))).value!;
    if (now < value) low = middle;
    else high = middle;
  }
  return make((low + high) / 2);
}
const base = (id: string) => evaluator.read(id, under(rest)).value!;

const faults: [name: string, reading: string, look: Look, plate: PlateEvaluator][] = [
  [
    'skin turned 8°',
    'skinHue',
    seeded(
      (turn) => withStep(rest, 'colourBox', { hue: 45, hueReach: 60, hueSoft: 40, satLow: 0.02, turn }),
      'skinHue',
      base('skinHue') + 8,
      0,
      40,
    ),
    evaluator,
  ],
  [
    'blacks lifted 4 %',
    'black',
    seeded((black) => withStep(rest, 'blackWhitePoint', { black }), 'black', base('black') + 4, 0, 4),
    evaluator,
  ],
  ['mid-grey down half a stop', 'midGrey', withStep(rest, 'exposure', { stops: -0.5 }), evaluator],
  [
    'blue shadows',
    'shadowColour',
    seeded(
      (blue) =>
        withStep(rest, 'zones', {
          ...zone('blacks', { warm: -blue }),
          ...zone('shadows', { warm: -0.8 * blue }),
        }),
      'shadowColour',
      1.9,
      0.1,
      1,
      quay,
    ),
    quay,
  ],
  [
    '2 % clipped',
    'clipped',
    seeded(
      (density) => withStep(rest, 'zones', zone('highlights', { density: -density })),
      'clipped',
      2,
      0,
      3,
    ),
    evaluator,
  ],
];

describe.each(faults)('a seeded fault: %s', (_, reading, look, plate) => {
  const proposals = propose(plate, look);

  test('its reading misses, and the right proposal comes first, in plain words', () => {
    expect(plate.read(reading, under(look)).miss).toBeGreaterThan(0);
    expect(proposals[0].readingId).toBe(reading);
    expect(proposals[0].problem).toMatch(/\.$/);
    expect(proposals[0].offers[0].does).toMatch(/\d/);
  });

  test('accepted, the reading of the baked picture is inside its band, as predicted', () => {
    const [{ look: mended, shot, predicted, remaining }] = proposals[0].offers;
    expect(shot).toEqual(neutralShot);
    // Not by the evaluator that predicted it: the picture through a cube, as the viewer and a file show it.
    const code = codesOf(plate, 0);
    applyCube(
      bake({ display: standardDisplay, look: mended, profile: heron, role: 'combined', grid: 65 }),
      code,
      'tetrahedral',
    );
    const context = plate.context(under(mended));
    const after = takeReading(readingDefinition(reading), {
      ...context,
      signal: code.map(context.pipeline.rendering.toSignal),
    });
    expect(after.miss).toBeLessThan(0.1);
    expect(Math.abs(after.value! - predicted.value!)).toBeLessThan(
      0.02 * Math.max(Math.abs(after.value!), 10),
    );
    expect(remaining).toBeLessThan(plate.readAll(under(look)).reduce((sum, r) => sum + r.miss, 0));
  });
});

test('skin that leans further than a box can turn it: what is proposed is what the box does', () => {
  const far = seeded(
    (turn) => withStep(rest, 'colourBox', { hue: 45, hueReach: 180, hueSoft: 40, satLow: 0.02, turn }),
    'skinHue',
    base('skinHue') + 28,
    0,
    60,
  );
  const proposal = propose(evaluator, far)
    .find((p) => p.readingId === 'skinHue')!
    .offers.find((o) => o.lane === 'look')!;
  const turn = Number(/Turn skin −(\d+\.\d)°/.exec(proposal.does)![1]);
  const box = proposal.look.steps.find((s) => !far.steps.some((old) => old.id === s.id))!;
  expect((box.params as ColourBoxParams).turn).toBe(-turn);
  // The box holds nothing back of it, and the reading is the one that was predicted.
  expect(proposal.held).toEqual([]);
  expect(compileLook(shownOn(proposal.look, standardDisplay)).notes).toEqual([]);
  const after = evaluator.readAll(under(proposal.look)).find((r) => r.id === 'skinHue')!;
  expect(after.text).toBe(proposal.predicted.text);
  expect(turn).toBeLessThan(30);
});

test('a proposal only edits steps: what was there stays, in its order', () => {
  const [first] = propose(evaluator, faults[2][2]);
  const kept = first.offers[0].look.steps.filter((s) => faults[2][2].steps.some((old) => old.id === s.id));
  expect(kept.map((s) => s.id)).toEqual(faults[2][2].steps.map((s) => s.id));
});

test('where all holds there is nothing to propose', () => {
  const proposals = propose(evaluator, rest);
  expect(proposals.filter((p) => p.readingId !== 'white')).toEqual([]);
});

test('the colour-only school proposes its switch for a look that changes contrast', () => {
  const strict = evaluatorOf('heads-and-chart', heads, { ...usualPractice, touch: 'colourOnly' });
  const look = withStep(rest, 'contrast', { contrast: 1.2 });
  const found = propose(strict, look).find((p) => p.readingId === 'luminanceChange')!;
  expect(found.offers[0].look.colourOnly).toBe(true);
  expect(found.offers[0].predicted.verdict).toBe('holds');
});

test('the suited strength: full for a look that harms nothing, less for one that is far too strong', () => {
  expect(suitedStrength(evaluator, rest).strength).toBe(1);
  const strong = withStep(rest, 'zones', {
    ...zone('shadows', { warm: -1, green: 0.6 }),
    ...zone('midtones', { warm: -0.9, green: 0.5 }),
  });
  const suited = suitedStrength(evaluator, strong);
  expect(suited.strength).toBeLessThan(0.7);
  expect(suited.miss).toBeLessThan(suited.missAtFull);
});

test('what a proposal says of now is what the table of readings says, though its search looks at fewer pixels', () => {
  const { plate, practice } = evaluator;
  const few = new PlateEvaluator(plate, practice, undefined, 900);
  const look = withStep(rest, 'blackWhitePoint', { black: -0.9 });
  const table = new PlateEvaluator(plate, practice).readAll(under(look));
  const [first] = propose(few, look);
  expect(first.before).toBe(table.find((r) => r.id === first.readingId)!.text);
  const after = new PlateEvaluator(plate, practice).readAll(first.offers[0]);
  expect(first.offers[0].predicted.text).toBe(after.find((r) => r.id === first.readingId)!.text);
  // The search itself sees less, so this would not hold by chance.
  expect(few.read('crushed', under(look)).value).not.toBe(evaluator.read('crushed', under(look)).value);
});

test('a plate that takes half of a look is read so, and what is offered keeps the strength the look says', () => {
  const look = withStep(rest, 'zones', zone('midtones', { green: 1 }));
  const half = new PlateEvaluator({ ...evaluator.plate, strength: 0.5 }, usualPractice);
  const read = (of: PlateEvaluator, l: Look) => of.readAll(of.asItIs(l)).map((r) => r.value);
  expect(read(half, look)).toEqual(read(evaluator, { ...look, strength: 0.5 }));
  expect(read(half, look)).not.toEqual(read(evaluator, look));
  const offers = propose(half, look).flatMap((p) => p.offers);
  expect(offers.length).toBeGreaterThan(0);
  for (const offer of offers) expect(offer.look.strength).toBe(1);
});

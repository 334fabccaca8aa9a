import { expect, test } from 'vitest';
import { record } from '../camera/sensor.ts';
import { makeCodec } from '../camera/codec.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { type Look, newLook } from '../look/document.ts';
import { insertStep } from '../look/edit.ts';
import { correctLight, neutralShot, type Shot } from '../look/shot.ts';
import type { StepType } from '../look/steps/index.ts';
import { sparse } from '../numeric/sparse.ts';
import { codeToLight } from '../order/end.ts';
import { usualPractice } from '../readings/practice.ts';
import { noMarks } from '../recording/areas.ts';
import { standardDisplay } from '../render/display.ts';
import { demoScene, demoSceneNames } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { propose, tryOnOthers } from './index.ts';
import type { LaneId } from './remedy.ts';
import { exposureCautions } from './remedies/shot.ts';
import { PlateEvaluator, plateOfLight } from './plateEvaluator.ts';

type SceneName = (typeof demoSceneNames)[number];
const heron = profileOf('heron');
function lightOf(name: string) {
  const master = demoScene(name);
  const code = record(master.rgb, bt709, makeCodec(heron), { exposure: 0, sensitivity: 800, seed: 12 });
  const small = sparse(code, master.width, master.height, 3000);
  codeToLight(heron)(small.rgb);
  return small;
}
const lights = new Map(demoSceneNames.map((n) => [n, lightOf(n)]));
const box = (x0: number, y0: number, x1: number, y1: number) => ({
  x0: x0 / 1280,
  y0: y0 / 720,
  x1: x1 / 1280,
  y1: y1 / 720,
});
/** Where faces are on the masters that have any in front; on the others skin is found by its colour. */
const faces: Partial<Record<SceneName, ReturnType<typeof box>[]>> = {
  'heads-and-chart': [box(190, 250, 245, 300), box(455, 280, 520, 320), box(725, 270, 775, 320)],
  'quay-blue-hour': [box(348, 240, 392, 300), box(420, 260, 470, 310)],
};

/** A plate that was recorded off: as if a shot lane had been put on what is right. */
function evaluatorOf(name: SceneName, off: Partial<Shot> = {}, card?: Partial<Shot>): PlateEvaluator {
  const { rgb, width, height } = lights.get(name)!;
  const light = Float32Array.from(rgb);
  correctLight({ ...neutralShot, ...off })(light);
  const marks = { ...noMarks, skin: faces[name] ?? [] };
  const plate = {
    width,
    height,
    ...plateOfLight(light),
    card,
    profile: heron,
    display: standardDisplay,
    marks,
  };
  return new PlateEvaluator(plate, usualPractice);
}

const rest: Look = { ...newLook('look'), steps: [] };
const withStep = (type: StepType, params: Record<string, unknown>): Look => ({
  ...rest,
  steps: insertStep(rest.steps, type, params).steps,
});
/** Proposals for a plate among the others, which are as they should be. */
function proposed(name: SceneName, off: Partial<Shot>, look: Look, card?: Partial<Shot>) {
  const evaluator = evaluatorOf(name, off, card);
  const others = demoSceneNames.filter((n) => n !== name).map((n) => evaluatorOf(n));
  return tryOnOthers(propose(evaluator, look), evaluator, look, others);
}

const skinTurn = { hue: 45, hueReach: 60, hueSoft: 40, satLow: 0.02, turn: 14 };
const troubles: [says: string, scene: SceneName, off: Partial<Shot>, Look, reading: string, lane: LaneId][] =
  [
    ['light 60 mired warm', 'heads-and-chart', { mired: 60 }, rest, 'skinHue', 'shot'],
    ['light 70 mired cold', 'heads-and-chart', { mired: -70 }, rest, 'skinHue', 'shot'],
    ['two stops under', 'heads-and-chart', { exposure: -2 }, rest, 'skinLevel', 'shot'],
    ['two stops over', 'heads-and-chart', { exposure: 2 }, rest, 'skinLevel', 'shot'],
    ['flare', 'heads-and-chart', { black: -2 }, rest, 'black', 'shot'],
    ['flare on a dark scene', 'quay-blue-hour', { black: -1.5 }, rest, 'black', 'shot'],
    ['a landscape three stops under', 'marsh-noon', { exposure: -3 }, rest, 'white', 'shot'],
    ['skin turned by the look', 'heads-and-chart', {}, withStep('colourBox', skinTurn), 'skinHue', 'look'],
    [
      'blacks lifted by the look',
      'heads-and-chart',
      {},
      withStep('blackWhitePoint', { black: 1 }),
      'black',
      'look',
    ],
    [
      'the look 1.5 stops dark',
      'heads-and-chart',
      {},
      withStep('exposure', { stops: -1.5 }),
      'skinLevel',
      'look',
    ],
    [
      'the look half a stop dark',
      'heads-and-chart',
      {},
      withStep('exposure', { stops: -0.5 }),
      'midGrey',
      'look',
    ],
    [
      'blacks crushed by the look',
      'quay-blue-hour',
      {},
      withStep('blackWhitePoint', { black: -1 }),
      'crushed',
      'look',
    ],
  ];

test.each(troubles)(
  '%s on %s: the first offer is made in the right lane, and mends it',
  (_, scene, off, look, reading, lane) => {
    const proposal = proposed(scene, off, look).find((p) => p.readingId === reading)!;
    const [first] = proposal.offers;
    expect(first.lane).toBe(lane);
    expect(first.effect.mends).toBeGreaterThan(0);
    expect(first.effect.of).toBe(lane === 'shot' ? 1 : demoSceneNames.length);
    if (lane === 'shot') expect(first.look).toEqual(look);
    else expect(first.shot).toEqual(neutralShot);
  },
);

test('a shot that is off is brought back to where it was', () => {
  const shotOf = (off: Partial<Shot>, reading: string) =>
    proposed('heads-and-chart', off, rest).find((p) => p.readingId === reading)!.offers[0].shot;
  // Skin of the plate as it is stands within 4° of the line: a balance on skin alone is off by what that is worth.
  expect(Math.abs(shotOf({ mired: 60 }, 'skinHue').mired + 60)).toBeLessThan(25);
  // Skin comes to the near edge of its band: a night scene is not made day.
  const after = evaluatorOf('heads-and-chart', { exposure: -2 }).read('skinLevel', {
    look: rest,
    shot: shotOf({ exposure: -2 }, 'skinLevel'),
  });
  expect(Math.abs(after.value! - (usualPractice.skinLevel - 13))).toBeLessThan(1);
});

test('a plate with a grey card is balanced and exposed on it before skin is asked', () => {
  const card = { mired: -60, duv: 0, exposure: 1 };
  const [first] = proposed('heads-and-chart', { mired: 60, exposure: -1 }, rest, card).find(
    (p) => p.readingId === 'skinHue',
  )!.offers;
  expect(first.shot).toEqual({ ...neutralShot, ...card });
  expect(first.does).toBe('Balance on its card: −60 mired, Duv +0.000, +1.00 st');
  expect(first.cautions).toEqual(['Noise rises by 1.0 st.']);
});

test('an offer in the look counts every plate that it mends and breaks', () => {
  const look = withStep('exposure', { stops: -1.5 });
  const names = demoSceneNames.filter((n) => n !== 'heads-and-chart');
  const offers = proposed('heads-and-chart', {}, look).flatMap((p) =>
    p.offers.filter((o) => o.lane === 'look').map((o) => ({ ...o, readingId: p.readingId })),
  );
  expect(offers.length).toBeGreaterThan(1);
  for (const { look: mended, effect, breaksHere, readingId } of offers) {
    const all = ['heads-and-chart' as const, ...names].map((n) => evaluatorOf(n));
    const pairs = all.map((e) => [look, mended].map((l) => e.readAll({ look: l, shot: neutralShot })));
    const out = (rs: { id: string; miss: number }[]) => rs.filter((r) => r.miss > 0.1).map((r) => r.id);
    const mends = pairs.filter(([a, b]) => out(a).includes(readingId) && !out(b).includes(readingId));
    const breaks = pairs.filter(([a, b]) => out(b).some((id) => !out(a).includes(id)));
    expect(effect).toEqual({ mends: mends.length, breaks: breaks.length, of: all.length });
    expect(breaksHere.length > 0).toBe(breaks.includes(pairs[0]));
  }
});

test('tried once more, proposals say the same', () => {
  const look = withStep('exposure', { stops: -1.5 });
  const once = proposed('heads-and-chart', {}, look);
  const others = demoSceneNames.filter((n) => n !== 'heads-and-chart').map((n) => evaluatorOf(n));
  expect(tryOnOthers(once, evaluatorOf('heads-and-chart'), look, others)).toEqual(once);
});

test('a trim tells its noise, and the base sensitivity that may have been meant', () => {
  const dual = { ...heron, sensitivities: [400, 1600].map((base) => ({ ...heron.sensitivities[0], base })) };
  expect(exposureCautions(dual, 0.2)).toEqual([]);
  expect(exposureCautions(dual, 1)).toEqual(['Noise rises by 1.0 st.']);
  expect(exposureCautions(dual, -2)).toEqual([
    'The step from base 400 to 1600: check which it was recorded at.',
  ]);
  expect(exposureCautions(dual, 1.9)).toHaveLength(2);
});

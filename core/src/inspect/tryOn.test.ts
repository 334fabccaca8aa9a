import { describe, expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { newLook } from '../look/document.ts';
import { lookFrom } from '../look/startingPoints.ts';
import { neutralShot, type Shot } from '../look/shot.ts';
import { lutOf } from '../lut/lut.ts';
import { bake, type BakeOrder, lutOrder } from '../order/bake.ts';
import { compileOrder } from '../order/pipeline.ts';
import { sparse } from '../numeric/sparse.ts';
import { usualPractice } from '../readings/practice.ts';
import { standardDisplay } from '../render/display.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { allProfiles, profileOf } from '../testing/profiles.ts';
import { takeTrialReadings } from '../trial/readings.ts';
import type { RecordedFrame } from '../recording/recordedFrame.ts';
import { displayCandidates, sceneCandidate } from './identify/ends.ts';
import { View } from './report/view.ts';
import { tryLut, type TryOrder } from './tryOn.ts';
import { plainRecording } from '../testing/recorded.ts';

const heron = profileOf('heron');
const look = lookFrom('cold-dusk', 'Cold dusk');
const scene = demoScene('quay-blue-hour');
const small = sparse(scene.rgb, scene.width, scene.height, 6000);
const plate = (shot: Partial<Shot> = {}): RecordedFrame => ({
  ...plainRecording('quay', heron, { shot: { ...neutralShot, ...shot } }),
  width: small.width,
  height: small.height,
  code: record(small.rgb, bt709, makeCodec(heron), { exposure: 0, seed: 7 }),
});
const [display] = displayCandidates();
const own = sceneCandidate(heron);
const viewOf = (role: BakeOrder['role'], input: typeof display, output: typeof display, grid = 33) =>
  new View(
    lutOf(bake({ role, profile: heron, look, display: standardDisplay, grid, offset: 1 })),
    input,
    output,
  );
const rest: TryOrder = { trims: 'before', strength: 1, exposure: 0 };
const setting = { profiles: allProfiles, practice: usualPractice };
const tried = (view: View, order: Partial<TryOrder> = {}, shot: Partial<Shot> = {}) =>
  tryLut(view, plate(shot), { ...rest, ...order }, setting);
const mean = (a: Float32Array, b: Float32Array) =>
  a.reduce((s, v, i) => s + Math.abs(v - b[i]), 0) / a.length;
const level = (a: Float32Array) => a.reduce((s, v) => s + v, 0) / a.length;

describe('each role is used as it is meant', () => {
  const exact = Float32Array.from(plate().code);
  compileOrder(lutOrder({ role: 'combined', profile: heron, look, display: standardDisplay })).run(exact);

  test.each([
    ['combined', own, display],
    ['creative-log', own, own],
    ['creative-display', display, display],
  ] as const)('%s gives the picture of the look', (role, input, output) => {
    expect(mean(tried(viewOf(role, input, output)).signal, exact)).toBeLessThan(0.004);
  });
});

test('no strength is the picture without it; half lies between', () => {
  const view = viewOf('combined', own, display);
  const [none, half, all] = [0, 0.5, 1].map((strength) => tried(view, { strength }).signal);
  const plain = Float32Array.from(plate().code);
  compileOrder(
    lutOrder({ role: 'conversion', profile: heron, look: newLook('At rest'), display: standardDisplay }),
  ).run(plain);
  expect(mean(none, plain)).toBeLessThan(1e-4);
  half.forEach((v, i) => expect(v).toBeCloseTo((none[i] + all[i]) / 2, 5));
});

test('exposed over it is lighter, under darker; a trim ahead of the LUT keeps what one behind it has lost', () => {
  const view = viewOf('combined', own, display);
  const [under, as, over] = [-2, 0, 2].map((exposure) => level(tried(view, { exposure }).signal));
  expect(under).toBeLessThan(as);
  expect(over).toBeGreaterThan(as);
  const bright = { exposure: 3 };
  const shot = { exposure: -3 };
  const white = (order: Partial<TryOrder>) => Math.max(...tried(view, { ...bright, ...order }, shot).signal);
  const before = tried(view, { ...bright, trims: 'before' }, shot).signal;
  const after = tried(view, { ...bright, trims: 'after' }, shot).signal;
  expect(mean(before, after)).toBeGreaterThan(0.02);
  // What was cut off at white comes back grey where the trim stands behind.
  expect(white({ trims: 'after' })).toBeLessThan(white({ trims: 'before' }));
});

test('readings are those of a board: all of them, and skin that fails is told', () => {
  const context = tried(viewOf('combined', own, display), { exposure: -3 });
  const readings = takeTrialReadings(context);
  expect(readings.length).toBeGreaterThan(12);
  expect(readings.find((r) => r.id === 'skinLevel')?.verdict).toBe('fails');
  const asLit = takeTrialReadings(tried(viewOf('combined', own, display)));
  expect(asLit.find((r) => r.id === 'midGrey')?.value).toBeCloseTo(42, -0.5);
});

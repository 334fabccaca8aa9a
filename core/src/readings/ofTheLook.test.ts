import { describe, expect, test } from 'vitest';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { type Look, lookSchema, newLook } from '../look/document.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { noMarks } from '../recording/areas.ts';
import { demoLight, demoSceneNames } from '../testing/demoScenes.ts';
import { onStandard } from '../testing/onStandard.ts';
import { photographs } from '../testing/photographs.ts';
import { profileOf } from '../testing/profiles.ts';
import { usualPractice } from './practice.ts';
import type { Reading } from './reading.ts';
import { takeReadings } from './index.ts';

/** The look is judged, not the subject: pictures without people, without black, without white, and with a fault put in. */

const heron = profileOf('heron');

/** Light of photographs that no person is on, and of the demo's scenes. */
const sources: Record<string, Float32Array> = {
  ...Object.fromEntries(
    photographs.map(({ name, codes }) => {
      const light = codes.map((v) => v ** 2.4);
      transformBuffer(rgbToRgb(bt709, working), light);
      return [name, light];
    }),
  ),
  ...Object.fromEntries(demoSceneNames.map((name) => [name, demoLight(name, 6000)])),
};

const withStep = (type: string, params: object): Look =>
  lookSchema.parse({ ...newLook('Fault'), steps: [{ id: type, type, params }] });

/** What may be amiss with a plate before any look. */
const ways: Record<string, (v: number) => number> = {
  'as it is': (v) => v,
  'without black': (v) => v + 0.02,
  'without white': (v) => Math.min(v, 0.3),
  'two stops under': (v) => v / 4,
  'two stops over': (v) => v * 4,
};
const pictures = Object.entries(sources).flatMap(([name, light]) =>
  Object.entries(ways).map(([way, change]) => [name, way, light.map(change)] as const),
);

function readings(look: Look, scene: Float32Array): Reading[] {
  const pipeline = compilePipeline({ profile: heron, look: onStandard(look) });
  const rgb = Float32Array.from(scene);
  pipeline.look(rgb);
  pipeline.output(rgb);
  const signal = rgb.map(pipeline.rendering.toSignal);
  const size = { width: scene.length / 3, height: 1 };
  return takeReadings({ ...size, signal, scene, pipeline, marks: noMarks, practice: usualPractice });
}
const amiss = (found: readonly Reading[]) =>
  found.filter((r) => r.verdict === 'close' || r.verdict === 'fails').map((r) => r.id);

test.each(pictures)('%s, %s: an untouched look is to blame for nothing', (_, __, light) => {
  expect(amiss(readings(newLook('Untouched'), light))).toEqual([]);
});

test('what a plate misses by itself is told all the same, and whose it is', () => {
  const hazy = sources.garden.map((v) => v + 0.02);
  const black = readings(newLook('Untouched'), hazy).find((r) => r.id === 'black')!;
  expect(black).toMatchObject({ verdict: 'none', side: 1 });
  expect(black.miss).toBeGreaterThan(1);
  expect(black.detail).toMatch(/Without the look it is [\d.]+ %: the plate’s own\./);
});

const offset = (by: number) => withStep('cdl', { offsetR: by, offsetG: by, offsetB: by });

test('a tone that is not there is no fault, also where the look moves it', () => {
  const flat = (level: number) => Float32Array.from({ length: 300 }, () => level);
  const darker = withStep('contrast', { contrast: 1.3 });
  const read = (light: Float32Array, id: string) => readings(darker, light).find((r) => r.id === id)!;
  expect(read(flat(0.9), 'black')).toMatchObject({
    verdict: 'none',
    detail: expect.stringMatching(/there is no black here/),
  });
  expect(read(flat(0.04), 'white')).toMatchObject({
    verdict: 'none',
    detail: expect.stringMatching(/there is no white here/),
  });
});

describe('a fault of the look is named, on whatever it is put', () => {
  test.each([
    ['lifted blacks', offset(0.1), 'black'],
    ['whites pulled down', withStep('cdl', { slopeR: 0.4, slopeG: 0.4, slopeB: 0.4 }), 'white'],
  ])('%s', (_, look, id) => {
    const isThere = (light: Float32Array) =>
      !/there is no/.test(readings(look, light).find((r) => r.id === id)!.detail);
    const there = pictures.filter(([, , light]) => isThere(light));
    expect(there.length).toBeGreaterThan(0.7 * pictures.length);
    for (const [name, way, light] of there)
      expect(amiss(readings(look, light)), `${name}, ${way}`).toContain(id);
  });

  test('crushed shadows, wherever there are any', () => {
    const dark = pictures.filter(([, way]) => way === 'two stops under');
    for (const [name, way, light] of dark)
      expect(amiss(readings(offset(-0.25), light)), `${name}, ${way}`).toContain('crushed');
  });

  test('skin that was off already and is turned the other way', () => {
    const turned = (turn: number) =>
      withStep('hueBelt', { nodes: [{ hue: 50, reach: 40, turn, saturation: 1, density: 0 }] });
    const light = sources['heads-and-chart'];
    const skin = (look: Look, of = light) => readings(look, of).find((r) => r.id === 'skinHue')!;
    const before = skin(newLook('Untouched'));
    const [green, red] = [skin(turned(30)), skin(turned(-30))];
    expect(green.value! - before.value!).toBeGreaterThan(8);
    expect(before.value! - red.value!).toBeGreaterThan(8);
    expect([green.verdict, red.verdict]).toContain('fails');
  });
});

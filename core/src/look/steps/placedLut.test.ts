import { expect, test } from 'vitest';
import { applyLut } from '../../lut/apply.ts';
import { lutOf } from '../../lut/lut.ts';
import { bake, type BakeOrder, lutOrder } from '../../order/bake.ts';
import { compileOrder } from '../../order/pipeline.ts';
import { standardDisplay } from '../../render/display.ts';
import { demoLight } from '../../testing/demoScenes.ts';
import { profileOf } from '../../testing/profiles.ts';
import { codeToLight, compileEnd, sceneEnd } from '../../order/end.ts';
import { type Look, newLook, parseLook } from '../document.ts';
import { lookFrom } from '../startingPoints.ts';
import { placedLutSchema } from './placedLut.ts';

/** LUTs in the code of a camera, as steps: against the files themselves. */

const heron = profileOf('heron');
const sha256 = 'a'.repeat(64);
const lutFor = (role: BakeOrder['role']) =>
  lutOf(bake({ role, profile: heron, look: lookFrom('cold-dusk', 'x'), display: standardDisplay, grid: 65 }));
const withStep = (params: object): Look => {
  const { steps: _, ...rest } = newLook('Placed');
  const lut = { sha256, name: 'placed.cube' };
  const steps = [{ id: 'placed', type: 'placedLut', params: { lut, ...params } }];
  return parseLook({ ...rest, steps }, 'placed');
};
const codes = () => {
  const light = demoLight('quay-blue-hour', 800);
  compileEnd(sceneEnd(heron), { preset: 'standard', gamutFit: 'soft' }).fromLight(light);
  return light;
};
const mean = (a: Float32Array, b: Float32Array) =>
  a.reduce((s, v, i) => s + Math.abs(v - b[i]), 0) / a.length;

test('a conversion that normalises as a step gives the picture its file gives', () => {
  const lut = lutFor('combined');
  const input = codes();
  const byFile = Float32Array.from(input);
  applyLut(lut, byFile, 'tetrahedral');
  const bySteps = Float32Array.from(input);
  const look = withStep({ encoding: 'normalise', profile: heron });
  compileOrder(lutOrder({ role: 'combined', look, profile: heron, display: standardDisplay }), {
    luts: new Map([[sha256, lut]]),
  }).run(bySteps);
  expect(mean(byFile, bySteps)).toBeLessThan(0.002);
});

test('a log LUT of a camera does as a step what its file does in that camera’s code', () => {
  const lut = lutFor('creative-log');
  const input = codes();
  const byFile = Float32Array.from(input);
  applyLut(lut, byFile, 'tetrahedral');
  const light = Float32Array.from(input);
  codeToLight(heron)(light);
  const bySteps = Float32Array.from(input);
  const look = withStep({ encoding: 'log', profile: heron });
  const order = lutOrder({ role: 'creative-log', look, profile: heron, display: standardDisplay });
  compileOrder(order, { luts: new Map([[sha256, lut]]) }).run(bySteps);
  expect(mean(byFile, bySteps)).toBeLessThan(1e-5);
  // In ACEScct, which it was not made for, it is another look.
  const wrong = Float32Array.from(input);
  const acescct = lutOrder({
    role: 'creative-log',
    look: withStep({}),
    profile: heron,
    display: standardDisplay,
  });
  compileOrder(acescct, { luts: new Map([[sha256, lut]]) }).run(wrong);
  expect(mean(byFile, wrong)).toBeGreaterThan(0.003);
});

test('one that normalises names its camera; older steps name none', () => {
  expect(() => placedLutSchema.parse({ encoding: 'normalise' })).toThrow(/name its profile/);
  expect(placedLutSchema.parse({})).toEqual({ lut: null, encoding: 'log', interpolation: 'tetrahedral' });
});

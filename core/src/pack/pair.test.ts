import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { parseLook } from '../look/document.ts';
import { sparse } from '../numeric/sparse.ts';
import { standardDisplay } from '../render/display.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { meterCard } from '../camera/exposureCard.ts';
import { pairResidual } from './pair.ts';

const heron = profileOf('heron');
const look = parseLook(JSON.parse(readFileSync('demo/looks/slack-water.json', 'utf8')), 'slack-water');
const scene = demoScene('quay-blue-hour');
const small = sparse(scene.rgb, scene.width, scene.height, 6000);
const code = record(small.rgb, bt709, makeCodec(heron), { exposure: 0, seed: 5 });
const partner = (offset: number) =>
  ({ look, profile: heron, display: standardDisplay, role: 'monitor-partner', offset }) as const;

test('what is exposed over and taken back is the picture as metered, but for what the sensor clips', () => {
  const one = pairResidual(partner(1), code);
  expect(one.mean).toBeLessThan(0.01);
  expect(one.max).toBeLessThan(0.2);
  const four = pairResidual(partner(4), code);
  expect(four.lost).toBeGreaterThan(one.lost);
  expect(four.lost).toBeGreaterThan(0.01);
  expect(four.mean).toBeLessThan(0.01);
});

test('the card of a pair: grey and white where the camera’s own curve puts them, and a base that is left', () => {
  const card = meterCard(heron, 1);
  const codec = makeCodec(heron);
  const percent = (linear: number) => codec.encode(linear) * 100;
  expect(card.rows.find((r) => r.label === '18 % grey')!.percent).toBeCloseTo(percent(0.36), 4);
  expect(card.rows.find((r) => r.label === '90 % white')!.percent).toBeCloseTo(percent(1.8), 4);
  expect(card.above).toBeCloseTo(heron.sensor.clipStops - 1, 6);
  expect(card.warnings).toEqual([]);
  // Base 800 is good from EI 200 on: three stops taken back leave it.
  expect(meterCard(heron, 3).warnings.join()).toMatch(/asks for EI 100, outside 200–1600/);
});

import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { parseProfile } from '../camera/profile.ts';
import { bake } from '../order/bake.ts';
import { standardDisplay } from '../render/display.ts';
import { compileRendering } from '../render/rendering.ts';
import { newLook } from './document.ts';
import { placementDifference, simulatePlacement } from './placement.ts';
import { neutralShot } from './shot.ts';
import { onStandard } from '../testing/onStandard.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);
const look = newLook('plain');
const rendering = compileRendering(onStandard(look).rendering);
const cube = bake({ display: standardDisplay, look, profile: heron, role: 'combined', grid: 33 });
const codec = makeCodec(heron);
/** A ramp of greys from −6 to +7 stops, in camera code. */
const stops = Array.from({ length: 131 }, (_, i) => -6 + i / 10);
const ramp = Float32Array.from(stops.flatMap((s) => Array<number>(3).fill(codec.encode(stopsToLinear(s)))));
const simulate = (shot: object) =>
  simulatePlacement(ramp, { profile: heron, shot: { ...neutralShot, ...shot }, cube, rendering });

test('without a correction the two places give one picture, and nothing is lost', () => {
  const { before, after, lost } = simulate({});
  before.forEach((v, i) => expect(after[i]).toBeCloseTo(v, 4));
  expect(lost).toEqual({ highlights: 0, shadows: 0 });
});

test('the difference of the two places is nothing without a correction, and grows with it', () => {
  const apart = [0, -0.3, -1, -2].map((exposure) => placementDifference(simulate({ exposure }), rendering));
  expect(apart[0]).toBeLessThan(0.01);
  expect(apart).toEqual(apart.toSorted((a, b) => a - b));
  expect(apart[3]).toBeGreaterThan(3);
});

test('pulling down before the LUT brings highlights back; after it they stay flat (common practice)', () => {
  const { before, after, lost } = simulate({ exposure: -2 });
  const at = (picture: Float32Array, s: number) => picture[stops.indexOf(s) * 3];
  // Both are above display white as recorded; only corrections before the LUT still tell them apart.
  expect(at(before, 6.5) - at(before, 5.6)).toBeGreaterThan(0.02);
  expect(Math.abs(at(after, 6.5) - at(after, 5.6))).toBeLessThan(0.005);
  const clippedAsRecorded = stops.filter((s) => s > 5.5).length / stops.length;
  expect(lost.highlights).toBeGreaterThan(clippedAsRecorded * 0.6);
  expect(lost.shadows).toBe(0);
});

test('corrections before the LUT react more strongly at mid-grey than the same ones after it', () => {
  const grey = stops.indexOf(0) * 3;
  const still = simulate({}).before[grey];
  for (const exposure of [-1, -0.5, 0.5, 1]) {
    const { before, after } = simulate({ exposure });
    expect(Math.abs(before[grey] - still)).toBeGreaterThan(1.03 * Math.abs(after[grey] - still));
  }
});

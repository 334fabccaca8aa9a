import { lutOf } from '../lut/lut.ts';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { stopsToLinear } from '../colour/exposure.ts';
import { parseProfile } from '../camera/profile.ts';
import { bake } from '../order/bake.ts';
import { warmCube } from '../lut/testCube.ts';
import { luminanceMoved } from '../readings/luminanceMoved.ts';
import { lumaOf } from '../colour/ycbcr.ts';
import { standardDisplay } from '../render/display.ts';
import { compileRendering } from '../render/rendering.ts';
import { compileLook } from './compile.ts';
import { type Look, newLook, parseLook } from './document.ts';
import { recipeHash } from './hash.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { lookFrom, startingPoints } from './startingPoints.ts';
import { MissingLutError } from './steps/placedLut.ts';
import { stepDefinitions } from './steps/index.ts';
import { settings } from './steps/arbitraries.ts';
import { onStandard } from '../testing/onStandard.ts';

const heron = parseProfile(
  JSON.parse(readFileSync(new URL('../../../demo/profiles/heron.json', import.meta.url), 'utf8')),
  'heron',
);

/** Luma in % of greys at some stops, through a look and its rendering. */
function shown(look: Look, stops: readonly number[]): number[] {
  const rgb = Float32Array.from(stops.flatMap((s) => Array<number>(3).fill(stopsToLinear(s))));
  compileLook(onStandard(look)).run(rgb);
  const rendering = compileRendering(onStandard(look).rendering);
  rendering.run(rgb);
  const { curve } = rendering.output;
  // Display light of the grey that is as bright: luminance first, then back to a signal.
  return stops.map((_, i) => {
    const linear = [0, 1, 2].map((c) => curve.inverse(rgb[i * 3 + c])) as [number, number, number];
    return 100 * curve.forward(lumaOf(...linear));
  });
}

describe.each(startingPoints.map((p) => p.id))('colour only: %s', (id) => {
  const look = { ...lookFrom(id, 'Mine'), colourOnly: true };
  const none = { ...look, steps: [] };

  test('luminance of 21 greys moves by at most 0.2 %, mid-grey by at most 0.01 stop', () => {
    const greys = Array.from({ length: 21 }, (_, i) => -7 + (i * 12) / 20);
    const [before, after] = [shown(none, greys), shown(look, greys)];
    after.forEach((y, i) => expect(Math.abs(y - before[i])).toBeLessThanOrEqual(0.2));
    const [grey] = shown(look, [0]);
    const [darker, lighter] = shown(none, [-0.01, 0.01]);
    expect(grey).toBeGreaterThan(darker);
    expect(grey).toBeLessThan(lighter);
  });
});

test('the switch changes the recipe’s hash only where it is on', () => {
  const look = newLook('x');
  expect(recipeHash({ ...look, colourOnly: true })).not.toBe(recipeHash(look));
  expect(parseLook({ ...look, colourOnly: undefined }, 'x').colourOnly).toBe(false);
});

const sha256 = 'b'.repeat(64);
const withLut = (encoding: string) =>
  parseLook(
    {
      ...newLook('x'),
      steps: [{ id: 'p', type: 'placedLut', params: { lut: { sha256, name: 'warm.cube' }, encoding } }],
    },
    'x',
  );

test('a placed LUT whose file is missing is said by name, and nothing is baked', () => {
  const order = {
    look: withLut('log'),
    profile: heron,
    display: standardDisplay,
    role: 'combined',
    grid: 2,
  } as const;
  expect(() => bake(order)).toThrow(MissingLutError);
  expect(() => bake(order)).toThrow(/"warm\.cube" \(SHA-256 bbbbbbbbbbbb…\) is not here/);
});

test('a display LUT placed last is the rendering followed by that LUT', () => {
  const luts = new Map([[sha256, lutOf(warmCube(33))]]);
  const plain = compilePipeline({ profile: heron, look: onStandard(newLook('x')) });
  const placed = compilePipeline({ profile: heron, look: onStandard(withLut('display')), luts });
  for (const code of [
    [0.3, 0.4, 0.35],
    [0.5, 0.42, 0.4],
    [0.42, 0.44, 0.46],
  ]) {
    const expected = Float32Array.from(code);
    plain.run(expected);
    const through = Float32Array.from(code);
    placed.run(through);
    expect(through[0]).toBeCloseTo(expected[0] ** 0.9, 2);
    expect(through[1]).toBeCloseTo(expected[1], 3);
    expect(through[2]).toBeCloseTo(expected[2] ** 1.15, 2);
  }
});

test('no step gives NaN for any code value in −0.2…1.2, through the whole pipeline', () => {
  const code = fc.double({ min: -0.2, max: 1.2, noNaN: true });
  const types = stepDefinitions.map((d) => d.id).filter((id) => id !== 'placedLut');
  fc.assert(
    fc.property(
      fc.constantFrom(...types).chain((type) => settings[type].map((params) => ({ type, params }))),
      fc.tuple(code, code, code),
      ({ type, params }, rgb) => {
        const look = {
          ...newLook('x'),
          steps: [{ id: type, type, on: true, strength: 0.7, params }],
        } as Look;
        const buffer = Float32Array.from(rgb);
        compilePipeline({ profile: heron, look: onStandard(look) }).run(buffer);
        return buffer.every((v) => v >= 0 && v <= 1);
      },
    ),
    { numRuns: 150 },
  );
});

test('what colour only leaves on colours is measured: nothing on greys, some on saturated light', () => {
  const look = { ...lookFrom('two-sides', 'Mine'), colourOnly: true };
  const pipeline = compilePipeline({ profile: heron, look: onStandard(look) });
  const greys = Float32Array.from({ length: 300 }, (_, i) => stopsToLinear(-6 + Math.floor(i / 3) / 12));
  const lights = Float32Array.from(greys, (v, i) => v * [1, 0.5, 0.25][i % 3]);
  expect(luminanceMoved(greys, pipeline)).toBeLessThan(0.05);
  const left = luminanceMoved(lights, pipeline);
  expect(left).toBeGreaterThan(luminanceMoved(greys, pipeline));
  const without = compilePipeline({ profile: heron, look: onStandard({ ...look, steps: [] }) });
  expect(luminanceMoved(lights, without)).toBe(0);
});

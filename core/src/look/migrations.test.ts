import { readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { standardDisplay } from '../render/display.ts';
import { prints } from '../film/prints.ts';
import { midGrey } from '../colour/exposure.ts';
import { compileLook } from './compile.ts';
import { newLook, parseLook } from './document.ts';
import { contentHash, recipeHash } from './hash.ts';
import { destinationOf } from './migrations.ts';
import type { PrintParams } from './steps/print.ts';
import type { ZonesParams } from './steps/zones.ts';
import { stepDefinition, type StepType } from './steps/index.ts';

const first = (steps: unknown) => ({ kind: 'velvet-dusk/look', schemaVersion: 1, name: 'Old', steps });

test('a look of version 1 keeps its picture: densities and print lights are turned round', () => {
  const { steps } = parseLook(
    first([
      { id: 'z', type: 'zones', params: { shadows: { density: -0.3, warm: 0.2 }, whites: {} } },
      { id: 'p', type: 'print', params: { stock: prints[0], locked: true, red: 27, blue: 20, density: 2 } },
      { id: 'h', type: 'hueBelt', params: { nodes: [{ hue: 20, density: 0.4 }] } },
    ]),
    'old',
  );
  const zones = steps[0].params as unknown as ZonesParams;
  expect([zones.shadows.density, zones.shadows.warm, zones.whites.density]).toEqual([0.3, 0.2, 0]);
  const { red, green, blue, density } = steps[1].params as unknown as PrintParams;
  expect([red, green, blue, density]).toEqual([23, 25, 30, -2]);
  expect(steps[2].params).toMatchObject({ nodes: [{ density: 0.4 }] });
});

test('a document of version 1 that is wrong is still refused by the place that is wrong', () => {
  expect(() =>
    parseLook(first([{ id: 'z', type: 'zones', params: { shadows: { density: 'dark' } } }]), 'x'),
  ).toThrow(/steps\.0\.params\.shadows\.density/);
  expect(() => parseLook(first('none'), 'x')).toThrow(/steps/);
  expect(() => parseLook(first([7, null]), 'x')).toThrow(/steps\.0/);
});

const json = (path: string): unknown => JSON.parse(readFileSync(new URL(path, import.meta.url), 'utf8'));
const kept = readdirSync(new URL('../testing/looks/', import.meta.url));

/** The demo looks as documents of earlier versions; "oilskin" was changed on purpose with version 2. */
test.each(kept.filter((f) => f !== 'oilskin.1.json'))('%s is the same recipe as today’s document', (file) => {
  const now = parseLook(json(`../../../demo/looks/${file.split('.')[0]}.json`), file);
  expect(recipeHash(parseLook(json(`../testing/looks/${file}`), file))).toBe(recipeHash(now));
});

test('every earlier document is read, and holds no display any more', () => {
  for (const file of kept)
    expect(Object.keys(parseLook(json(`../testing/looks/${file}`), file).rendering)).toEqual([
      'preset',
      'gamutFit',
    ]);
});

test('a step called otherwise up to version 4 is read under its name of today, and the recipe keeps its hash', () => {
  const params = { greenSat: 0.6, blueTurn: -4 };
  const step = { id: 's', type: 'sixSectors', params };
  const old = { ...newLook('Kept'), schemaVersion: 4, steps: [step] };
  const look = parseLook(old, 'old');
  expect(look.steps[0]).toMatchObject({ id: 's', type: 'primariesAndSecondaries', params });
  // As version 4 hashed it: under the name and the version it had then.
  const recorded = { ...look, steps: [{ ...look.steps[0], type: 'sixSectors' }] };
  const { strength, rendering } = look;
  const steps = recorded.steps.map(({ type, on, strength: own, params: p }) => ({
    type,
    on,
    strength: own,
    params: p,
  }));
  expect(recipeHash(look)).toBe(contentHash({ schemaVersion: 4, strength, steps, rendering }));
});

test('a document from before version 3 still tells the display it was made for', () => {
  const second = { ...newLook('x'), schemaVersion: 2 };
  const rendering = { preset: 'punchy', output: 'srgb', range: 'narrow', gamutFit: 'clip' };
  expect(destinationOf({ ...second, rendering })).toEqual({ output: 'srgb', range: 'narrow' });
  expect(parseLook({ ...second, rendering }, 'x').rendering).toEqual({ preset: 'punchy', gamutFit: 'clip' });
  expect(destinationOf({ ...second, rendering: undefined })).toEqual(standardDisplay);
  expect(destinationOf({ ...second, rendering: { output: 'wall' } })).toBeUndefined();
  expect(destinationOf(newLook('x'))).toBeUndefined();
  expect(() => parseLook({ ...newLook('x'), rendering }, 'x')).toThrow(
    /rendering: Unrecognized keys: "output"/,
  );
});

/** Steps that have a density, with what makes it + half a unit. */
const dense: [StepType, object][] = [
  ['zones', { midtones: { density: 0.5 } }],
  ['hueBelt', { nodes: [{ hue: 30, reach: 100, density: 0.5 }] }],
  ['primariesAndSecondaries', { redDensity: 0.5, yellowDensity: 0.5 }],
  ['colourBox', { hue: 30, hueReach: 90, density: 0.5 }],
  ['colourDensity', { amount: 0.5 }],
];
test.each(dense)('density is density: more is darker in %s', (type, params) => {
  const rgb = Float32Array.of(midGrey * 1.6, midGrey, midGrey * 0.6);
  const before = Float32Array.from(rgb);
  stepDefinition(type)
    .compile(stepDefinition(type).schema.parse(params) as never)
    .run(rgb);
  rgb.forEach((v, c) => expect(v).toBeLessThan(before[c]));
});

/** A print undoes the rendering, so that greys are looked at through both. */
test.each<[StepType, object]>([
  ['printerLights', { red: 6 }],
  ['print', { stock: prints[0], locked: true, red: 31 }],
])('lights are lights: + red is redder in %s', (type, params) => {
  const without = 'red' in params && type === 'print' ? { ...params, red: 25 } : {};
  const red = (p: object) => {
    const rgb = new Float32Array(3).fill(midGrey);
    const step = { id: 'x', type, on: true, strength: 1 };
    const schema = stepDefinition(type).schema;
    compileLook({ steps: [{ ...step, params: schema.parse(p) as never }], strength: 1 }).run(rgb);
    return rgb[0] / rgb[1];
  };
  expect(red(params)).toBeGreaterThan(1.1 * red(without));
});

import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { parseLook } from '../look/document.ts';
import { bake, type BakeOrder, compileBake } from '../order/bake.ts';
import { newPack, packItemSchema, withItems } from '../pack/document.ts';
import { planPack } from '../pack/plan.ts';
import { sparse } from '../numeric/sparse.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { profileOf } from '../testing/profiles.ts';
import { type CardFile, loadCard } from './card.ts';
import { devices } from './devices.ts';
import { operatorPicture, pictureDifference } from './picture.ts';

const heron = profileOf('heron');
const look = parseLook(JSON.parse(readFileSync('demo/looks/slack-water.json', 'utf8')), 'slack-water');
const order = (change: Partial<BakeOrder> = {}): BakeOrder => ({
  look,
  profile: heron,
  display: { output: 'bt1886', range: 'full' },
  role: 'combined',
  grid: 17,
  ...change,
});
const file = (path: string, o = order()): CardFile => ({
  path,
  bytes: new TextEncoder().encode(writeCube(bake(o))),
});

const scene = demoScene('quay-blue-hour');
const small = sparse(scene.rgb, scene.width, scene.height, 8000);
const code = record(small.rgb, bt709, makeCodec(heron), { exposure: 0, seed: 3 });
/** The bench's picture: the exact recipe. */
const bench = (o = order()) => {
  const rgb = Float32Array.from(code);
  compileBake(o).run(rgb);
  return rgb;
};

test('the menu cuts names, keeps the order of the card, and fills its slots', () => {
  const files = ['ZULU-LONG-NAME.CUBE', 'ZULU-LONG-OTHER.CUBE', 'A.CUBE', 'B.CUBE', 'C.CUBE'].map((p) =>
    file(p),
  );
  const { menu, refused, alike } = loadCard(files, devices['camera-slot']);
  expect(menu.map((m) => [m.slot, m.shown])).toEqual([
    [1, 'ZULU-LON'],
    [2, 'ZULU-LON'],
    [3, 'A'],
    [4, 'B'],
  ]);
  expect(alike).toEqual(['ZULU-LON']);
  expect(refused).toEqual([{ path: 'C.CUBE', why: 'all 4 slots are full' }]);
});

test('each refusal says why', () => {
  const text = (path: string, content: string) => ({ path, bytes: new TextEncoder().encode(content) });
  const { menu, refused } = loadCard(
    [
      file('B.cube'),
      file('a.cube'),
      file('big.cube', order({ grid: 33 })),
      file('one/two/deep.cube'),
      text('broken.cube', 'LUT_3D_SIZE 17\n0 0\n'),
      text('notes.txt', 'hello'),
      text('x.clf', '<ProcessList/>'),
    ],
    devices['field-monitor'],
  );
  expect(menu.map((m) => m.shown)).toEqual(['a', 'B']);
  expect(Object.fromEntries(refused.map((r) => [r.path, r.why]))).toEqual({
    'big.cube': '33 points, 17 fit',
    'one/two/deep.cube': 'it looks 1 folders deep, the file lies 2 deep',
    'broken.cube': expect.stringMatching(/broken\.cube: line 2/) as string,
    'x.clf': 'it takes .cube and .3dl only',
  });
});

test('the operator sees the bench’s picture, but for grid, straight lines and bits', () => {
  const [{ grid }] = loadCard([file('A.CUBE')], devices['camera-slot']).menu;
  const seen = operatorPicture(code, grid, devices['camera-slot']);
  const { mean, max } = pictureDifference(seen, bench());
  expect(mean).toBeGreaterThan(0);
  expect(mean).toBeLessThan(0.8);
  expect(max).toBeLessThan(6);
});

test('a file in the wrong range shows itself; in the right one it does not', () => {
  const seen = (range: 'full' | 'narrow') => {
    const made = file('r.cube', order({ display: { output: 'bt1886', range }, grid: 33 }));
    const [{ grid }] = loadCard([made], devices.recorder).menu;
    return pictureDifference(operatorPicture(code, grid, devices.recorder), bench()).mean;
  };
  expect(seen('narrow')).toBeLessThan(0.4);
  expect(seen('full')).toBeGreaterThan(3);
});

test('a pack planned for a device is taken by it whole', () => {
  const items = (['monitor', 'combined'] as const).map((role) =>
    packItemSchema.parse({ role, grid: 17, destinations: ['camera-slot', 'field-monitor'] }),
  );
  const sources = { looks: [{ id: 'l', document: look, version: 1 }], profiles: [heron] };
  const { files } = planPack(withItems(newPack('P'), 'l', 'heron', items), sources);
  for (const id of ['camera-slot', 'field-monitor'] as const) {
    const its = files.filter((f) => f.destination.id === id);
    const card = its.map((f) => file(f.name, f.planned.order));
    const { menu, refused, alike } = loadCard(card, devices[id]);
    expect(refused).toEqual([]);
    expect(alike).toEqual([]);
    expect(menu).toHaveLength(its.length);
  }
});

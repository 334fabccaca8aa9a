import { describe, expect, test } from 'vitest';
import { lookFrom, startingPoints } from '../look/startingPoints.ts';
import { type Look, newLook } from '../look/document.ts';
import type { Cube3d } from '../lut/cube.ts';
import { lutOf } from '../lut/lut.ts';
import { bake } from '../order/bake.ts';
import { exportRoleIds } from '../order/roles/index.ts';
import { standardDisplay } from '../render/display.ts';
import { profileOf } from '../testing/profiles.ts';
import type { Fault } from './faults/fault.ts';
import { faultKinds, findFaults } from './faults/index.ts';
import { faultWords } from './faults/words.ts';

const grid = 33;
const plain: Look = { ...newLook('Plain'), steps: [] };
const heron = profileOf('heron');
const cameras = ['heron', 'wren', 'plover', 'curlew', 'plover-video'];

const combined = (look = plain, profile = heron, size = grid): Cube3d =>
  bake({ look, profile, display: standardDisplay, role: 'combined', grid: size });
const identity: Cube3d = {
  ...combined(),
  data: Float32Array.from({ length: grid ** 3 * 3 }, (_, i) => {
    const node = Math.floor(i / 3);
    return [node % grid, Math.floor(node / grid) % grid, Math.floor(node / grid ** 2)][i % 3] / (grid - 1);
  }),
};
const words = ({ id, size, at }: Fault) =>
  `${id} ${size.toFixed(3)} at ${at?.map((v) => v.toFixed(2)).join(' ') ?? 'everywhere'}`;

const found = (cube: Cube3d) => findFaults(lutOf(cube)).map(words);

describe('of a sound LUT nothing is reported', () => {
  test('the identity', () => expect(found(identity)).toEqual([]));

  test.each(startingPoints.map((p) => p.id))('the starting point %s', (id) => {
    expect(found(combined(lookFrom(id, id)))).toEqual([]);
  });

  test.each(cameras.flatMap((c) => exportRoleIds.map((r) => [c, r] as const)))('%s as %s', (camera, role) => {
    const profile = profileOf(camera);
    const order = {
      look: lookFrom(startingPoints[1].id, 'x'),
      profile,
      display: standardDisplay,
      role,
      grid,
      offset: 1,
      to: profileOf(camera === 'wren' ? 'heron' : 'wren'),
    };
    expect(found(bake(order as Parameters<typeof bake>[0]))).toEqual([]);
  });
});
/** A sound conversion with something done to its table. */
function spoilt(
  change: (v: number, place: { r: number; g: number; b: number; c: number }) => number,
  cube = combined(),
): Cube3d {
  const { size } = cube;
  return {
    ...cube,
    data: cube.data.map((v, i) => {
      const node = Math.floor(i / 3);
      const place = {
        r: node % size,
        g: Math.floor(node / size) % size,
        b: Math.floor(node / size ** 2),
        c: i % 3,
      };
      return change(v, place);
    }),
  };
}
const kindsOf = (cube: Cube3d) => findFaults(lutOf(cube)).map((f) => f.id);
const faultOf = (cube: Cube3d, id: string) => findFaults(lutOf(cube)).find((f) => f.id === id)!;

/** The values of another node in each place. */
const moved = (
  from: (place: [number, number, number]) => [number, number, number],
  cube = combined(),
): Cube3d => {
  const { size } = cube;
  return spoilt((_, { r, g, b, c }) => {
    const [x, y, z] = from([r, g, b]).map((i) => (i + size) % size);
    return cube.data[((z * size + y) * size + x) * 3 + c];
  }, cube);
};

test.each([33, 65])(
  'a corner where slopes are small is found like one where they are steep: grid of %i',
  (size) => {
    for (const camera of ['heron', 'wren'])
      for (const share of [0.5, 0.65]) {
        const cube = combined(lookFrom('cold-dusk', 'x'), profileOf(camera), size);
        const node = Math.round(share * (size - 1));
        const levels = [0, 1, 2].map((c) => cube.data[((node * size + node) * size + node) * 3 + c]);
        // Behind one level the slope of every channel is a third of what it was.
        const cornered = spoilt((v, { c }) => (v > levels[c] ? levels[c] + (v - levels[c]) / 3 : v), cube);
        expect(faultOf(cornered, 'kink').at![0]).toBeCloseTo(node / (size - 1), 6);
      }
  },
);

describe('tables that were written wrong', () => {
  const sound = [
    combined(),
    combined(lookFrom('cold-dusk', 'x'), profileOf('wren'), 17),
    combined(lookFrom('silver', 'x'), profileOf('plover'), 65),
  ];
  test.each([0, 1, 2])('a plane across axis %i written twice', (axis) => {
    for (const cube of sound)
      for (const share of [0.3, 0.5, 0.7]) {
        const plane = Math.round(share * (cube.size - 1));
        const twice = moved(
          (place) => place.map((i, a) => (a === axis && i > plane ? i - 1 : i)) as typeof place,
          cube,
        );
        const fault = faultOf(twice, 'planeTwice');
        expect(fault.at![axis]).toBeCloseTo((plane + 1) / (cube.size - 1), 6);
        const once = moved(
          (place) => place.map((i, a) => (a === axis && i === plane + 1 ? plane : i)) as typeof place,
          cube,
        );
        expect(kindsOf(once)).toContain('planeTwice');
      }
  });

  test.each([0, 1, 2])('a face or a plane across axis %i in one colour', (axis) => {
    for (const cube of sound)
      for (const [plane, level] of [
        [0, 0],
        [Math.round(cube.size / 2), 0.5],
        [cube.size - 1, 0],
      ]) {
        const empty = spoilt((v, { r, g, b }) => ([r, g, b][axis] === plane ? level : v), cube);
        expect(faultOf(empty, 'emptyPlane').at![axis]).toBeCloseTo(plane / (cube.size - 1), 6);
      }
  });

  test('a LUT that looks at one channel alone has no empty plane', () => {
    const cube = combined(plain, heron, 9);
    const red = spoilt((_, { r, c }) => cube.data[((r * 9 + r) * 9 + r) * 3 + c], cube);
    expect(kindsOf(red)).not.toContain('emptyPlane');
  });

  test.each([0, 1, 2])('all of it shifted by one node along axis %i, either way', (axis) => {
    for (const cube of sound)
      for (const by of [1, -1]) {
        const shifted = moved(
          (place) => place.map((i, a) => (a === axis ? i + by : i)) as typeof place,
          cube,
        );
        expect(kindsOf(shifted)).toContain('shiftedGrid');
      }
  });

  test.each([1, -1])('its lines shifted by %i', (by) => {
    for (const cube of sound) {
      const { length } = cube.data;
      const data = cube.data.map((_, i) => cube.data[(i + by * 3 + length) % length]);
      expect(kindsOf({ ...cube, data })).toContain('shiftedGrid');
    }
  });
});

describe('what is done to a sound LUT is found, and placed', () => {
  test.each([
    [10, 16, 20, 0, 0.05],
    [16, 16, 16, 1, -0.04],
    [25, 12, 14, 2, 0.1],
    [5, 29, 16, 1, 0.08],
  ])('one bad node at %i %i %i', (r, g, b, c, by) => {
    const cube = spoilt((v, p) => (p.r === r && p.g === g && p.b === b && p.c === c ? v + by : v));
    expect(kindsOf(cube)).toContain('badNode');
    const fault = faultOf(cube, 'badNode');
    expect(fault.at).toEqual([r, g, b].map((v) => v / 32));
    expect(fault.size).toBeGreaterThan(0.7 * Math.abs(by));
  });

  test('a part of the tones that runs backwards', () => {
    const turn = (v: number) => (v > 0.4 && v < 0.6 ? 0.6 - (v - 0.4) : v);
    const cube = spoilt(turn);
    expect(kindsOf(cube)).toContain('reversal');
    const { at, size } = faultOf(cube, 'reversal');
    expect(size).toBeGreaterThan(0.1);
    expect(at![0]).toBeGreaterThan(0.3);
    expect(at![0]).toBeLessThan(0.6);
  });

  test.each([
    ['red and blue', [2, 1, 0]],
    ['all three, in a ring', [1, 2, 0]],
  ])('%s swapped', (_what, order) => {
    const { size, data } = combined();
    const swapped = spoilt((_v, p) => {
      const node = [p.r, p.g, p.b];
      const [r, g, b] = order.map((i) => node[i]);
      return data[((b * size + g) * size + r) * 3 + p.c];
    });
    expect(kindsOf(swapped)).toContain('swappedAxes');
    expect(kindsOf(spoilt((v) => v))).not.toContain('swappedAxes');
  });

  test('values of eight and of ten bits', () => {
    for (const bits of [8, 10]) {
      const top = 2 ** bits - 1;
      expect(
        faultOf(
          spoilt((v) => Math.round(v * top) / top),
          'coarseValues',
        ).size,
      ).toBe(bits);
    }
  });

  test('shadows that are held at a level', () => {
    const cube = spoilt((v) => Math.max(v, 0.12));
    const { size, at } = faultOf(cube, 'clampedShadows');
    expect(at![0]).toBeGreaterThan(0.1);
    expect(size).toBe(at![0]);
  });

  test('an output in narrow range that says nothing of it, and not one that does', () => {
    const narrow = spoilt((v) => (64 + v * 876) / 1023);
    expect(kindsOf(narrow)).toContain('narrowOutput');
    expect(kindsOf({ ...narrow, comments: ['output range narrow'] })).not.toContain('narrowOutput');
  });

  test('a corner in the tones', () => {
    const cube = spoilt((v) => (v < 0.42 ? v * 0.6 : 0.252 + (v - 0.42) * 1.29));
    const { at } = faultOf(cube, 'kink');
    const neutral = combined().data;
    const corner = Array.from({ length: 33 }, (_, i) => neutral[((i * 33 + i) * 33 + i) * 3]).findIndex(
      (v) => v > 0.42,
    );
    expect(Math.abs(at![0] * 32 - corner)).toBeLessThan(2.5);
  });

  test('colours that fold over', () => {
    // A turn of hue that comes back on itself around the neutral axis.
    const { size, data } = combined();
    const folded = spoilt((_v, p) => {
      const mean = (p.r + p.g + p.b) / 3;
      const bend = (x: number) => {
        const d = x - mean;
        return Math.abs(d) > 2 && Math.abs(d) < 9 ? mean + Math.sign(d) * Math.max(11 - Math.abs(d), 0) : x;
      };
      const [r, g, b] = [bend(p.r), bend(p.g), bend(p.b)].map((x) =>
        Math.min(Math.max(Math.round(x), 0), size - 1),
      );
      return data[((b * size + g) * size + r) * 3 + p.c];
    });
    const { size: share } = faultOf(folded, 'folds');
    expect(share).toBeGreaterThan(1);
  });
});

test('every kind says what it means and what can be done', () => {
  for (const { id, label, meaning, remedy } of faultKinds) {
    expect(faultWords(id).label).toBe(label);
    expect(meaning.length).toBeGreaterThan(20);
    expect(remedy.length).toBeGreaterThan(10);
  }
  expect(() => faultWords('none')).toThrow(/no fault "none"/);
});

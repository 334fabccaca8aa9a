import { describe, expect, test } from 'vitest';
import { lookFrom } from '../../look/startingPoints.ts';
import { applyLut } from '../../lut/apply.ts';
import { type Cube, type Cube3d } from '../../lut/cube.ts';
import { isPerChannel, type Lut, lutOf } from '../../lut/lut.ts';
import { seeded } from '../../numeric/random.ts';
import { bake, type BakeOrder } from '../../order/bake.ts';
import { standardDisplay } from '../../render/display.ts';
import { compileRendering, standardRendering } from '../../render/rendering.ts';
import { profileOf } from '../../testing/profiles.ts';
import { parseCube } from '../../formats/cubeParse.ts';
import { writeCube } from '../../formats/cubeWrite.ts';
import { compareLuts } from '../compare.ts';
import { findFaults } from '../faults/index.ts';
import { displayCandidates, sceneCandidate } from '../identify/ends.ts';
import { labAt } from '../report/view.ts';
import { repairKind, repairKinds } from './index.ts';
import type { RepairSettings } from './repair.ts';

const heron = profileOf('heron');
const baked = (role: BakeOrder['role'], look: string, grid = 33): Cube3d =>
  bake({ role, profile: heron, look: lookFrom(look, look), display: standardDisplay, grid, offset: 1 });
const dusk = baked('combined', 'cold-dusk');
const display = displayCandidates()[0];
const scene = sceneCandidate(heron);

const repaired = (
  id: string,
  cube: Cube,
  settings: RepairSettings = {},
  ends: { input?: typeof display; output?: typeof display; other?: Lut } = {},
) => repairKind(id).run({ lut: lutOf(cube), input: scene, output: display, ...ends }, settings);
const through = (cube: Cube, codes: Float32Array) => {
  const out = Float32Array.from(codes);
  applyLut(lutOf(cube), out, 'tetrahedral');
  return out;
};
const uniform = seeded(11);
const codes = Float32Array.from({ length: 900 }, () => 0.15 + 0.6 * uniform());
const worst = (a: Float32Array, b: Float32Array) => a.reduce((m, v, i) => Math.max(m, Math.abs(v - b[i])), 0);

test.each(repairKinds.map((k) => k.id))(
  '%s makes a new document that can be written and read, and leaves the LUT alone',
  (id) => {
    const before = Float32Array.from(dusk.data);
    const { made } = repaired(id, dusk, {}, { other: lutOf(dusk) });
    // Element by element an assertion takes half a second.
    expect(Buffer.from(dusk.data.buffer).equals(Buffer.from(before.buffer))).toBe(true);
    for (const { cube, suffix } of made) {
      expect(suffix).toMatch(/^[a-z0-9-]+$/);
      expect(cube.data.every(Number.isFinite)).toBe(true);
      const back = parseCube(writeCube(cube), 'made.cube');
      expect(worst(back.data, cube.data)).toBeLessThan(2e-6);
      expect(cube.comments.length).toBeGreaterThan(0);
    }
  },
);

test('another grid: more points say the same, fewer nearly', () => {
  const [{ cube: fine }] = repaired('resample', dusk, { grid: 65 }).made;
  expect(compareLuts(lutOf(dusk), lutOf(fine)).lattice.max).toBeLessThan(0.05);
  const [{ cube: coarse }] = repaired('resample', dusk, { grid: 17 }).made;
  expect(coarse.size).toBe(17);
  expect(compareLuts(lutOf(dusk), lutOf(coarse)).neutral.mean).toBeLessThan(1);
  expect(() => repaired('resample', dusk, { grid: 200 })).toThrow(/Points: 200 is not from 2 to 129/);
});

test('range: black at 64 and white at 940 of 1023 (ITU-R BT.709-6, item 4.6), and back', () => {
  const plain = baked('conversion', 'neutral');
  const [{ cube: narrow }] = repaired('range', plain, { change: 'full-to-narrow' }).made;
  const ends = through(narrow, Float32Array.of(0, 0, 0, 1, 1, 1));
  expect(ends[0] * 1023).toBeGreaterThan(63.999);
  expect(ends[3] * 1023).toBeLessThanOrEqual(940.001);
  const [{ cube: back }] = repaired('range', narrow, { change: 'narrow-to-full' }).made;
  expect(worst(back.data, plain.data)).toBeLessThan(1e-5);
});

test('clamp holds what is outside, and counts it', () => {
  const wild = { ...dusk, data: dusk.data.map((v, i) => (i % 50 === 0 ? v + 2 : v)) };
  const { made, note } = repaired('clamp', wild);
  expect(Math.max(...made[0].cube.data)).toBe(1);
  expect(note).toBe(`${Math.ceil(dusk.data.length / 50)} of ${dusk.data.length} values were outside.`);
});

test('smooth takes a bad node away and moves nothing further than its bound', () => {
  const node = ((16 * 33 + 15) * 33 + 14) * 3 + 1;
  const spoilt = { ...dusk, data: dusk.data.with(node, dusk.data[node] + 0.06) };
  expect(findFaults(lutOf(spoilt)).map((f) => f.id)).toContain('badNode');
  const [{ cube }] = repaired('smooth', spoilt, { bound: 6 }).made;
  expect(findFaults(lutOf(cube)).map((f) => f.id)).not.toContain('badNode');
  expect(worst(cube.data, spoilt.data)).toBeLessThanOrEqual(0.06 + 1e-6);
});

test('reorder puts a table right that was written blue first', () => {
  const { size } = dusk;
  const swapped = dusk.data.map((_, i) => {
    const n = Math.floor(i / 3);
    const [r, g, b] = [n % size, Math.floor(n / size) % size, Math.floor(n / size ** 2)];
    return dusk.data[((r * size + g) * size + b) * 3 + (i % 3)];
  });
  const [{ cube }] = repaired('reorder', { ...dusk, data: swapped }, { order: 'table-order' }).made;
  expect(worst(cube.data, dusk.data)).toBeLessThan(1e-6);
});

test('a strength of half lies half way in code; of none it does nothing', () => {
  const log = baked('creative-log', 'cold-dusk');
  const ends = { input: scene, output: scene };
  const [{ cube: half }] = repaired('strength', log, { strength: 50 }, ends).made;
  const [full, less] = [through(log, codes), through(half, codes)];
  less.forEach((v, i) => expect(v).toBeCloseTo((full[i] + codes[i]) / 2, 5));
  expect(repaired('strength', dusk, { strength: 50 }).note).toMatch(/ends are not the same/);
});

describe('luminance taken out', () => {
  const rendering = compileRendering(standardRendering);
  const { toLight } = rendering;
  /** Stops between two luminances of BT.709 light (ITU-R BT.709-6, item 3.2), in the mean over colours that are neither black nor white. */
  function moved(before: Float32Array, after: Float32Array): number {
    const y = (rgb: Float32Array, p: number) => 0.2126 * rgb[p] + 0.7152 * rgb[p + 1] + 0.0722 * rgb[p + 2];
    const [a, b] = [Float32Array.from(before), Float32Array.from(after)];
    toLight(a);
    toLight(b);
    const stops: number[] = [];
    for (let p = 0; p < a.length; p += 3)
      if (y(a, p) > 0.005 && y(a, p) < 0.9) stops.push(Math.abs(Math.log2(y(b, p) / y(a, p))));
    return stops.reduce((sum, v) => sum + v, 0) / stops.length;
  }
  const conversion = (rgb: Float32Array) => {
    const light = Float32Array.from(rgb);
    scene.compiled.toLight(light);
    rendering.run(light);
    return light;
  };

  test.each([
    ['combined', display, (rgb: Float32Array) => rgb],
    ['creative-log', scene, conversion],
  ] as const)(
    '%s: shown as bright as a conversion alone shows it, colour still there',
    (role, output, shown) => {
      const lut = baked(role, 'two-sides');
      const { made } = repaired('luminance', lut, {}, { input: scene, output });
      const plain = conversion(codes);
      const whole = shown(through(lut, codes));
      const after = shown(through(made[0].cube, codes));
      expect(moved(plain, whole)).toBeGreaterThan(0.15);
      expect(moved(plain, after)).toBeLessThan(0.02);
      const chroma = (rgb: Float32Array, p: number) => Math.hypot(labAt(rgb, p)[1], labAt(rgb, p)[2]);
      const greys = Float32Array.from([0.35, 0.45].flatMap((v) => [v, v, v]));
      const tint = (cube: Cube) => chroma(shown(through(cube, greys)), 0);
      expect(tint(made[0].cube)).toBeGreaterThan(0.4 * tint(lut));
    },
  );
});

describe.each([
  ['heron', 'combined'],
  ['wren', 'conversion'],
  ['plover', 'creative-log'],
] as const)('of %s, %s', (camera, role) => {
  const profile = profileOf(camera);
  const file = bake({
    role,
    profile,
    look: lookFrom('pushed-night', 'x'),
    display: standardDisplay,
    grid: 33,
  });
  const lut = lutOf(file);
  const far = (cubes: Cube[]) => {
    const stages = cubes.flatMap((cube) => lutOf(cube).stages);
    return compareLuts(lut, { title: '', comments: [], stages }).lattice;
  };

  test('split: curves alone, then colour; one after the other they are the LUT within ΔE2000 0.3 at 99 %', () => {
    const { made, note } = repaired('split', file);
    expect(isPerChannel(lutOf(made[0].cube))).toBe(true);
    const { p99 } = far(made.map((m) => m.cube));
    expect(p99).toBeLessThan(0.3);
    expect(note).toContain(`${p99.toFixed(2)} at 99 %`);
  });

  test('curve and grid: within ΔE2000 1 at 99 %, and the cost is told', () => {
    const { made, note } = repaired('shaper', file);
    expect((made[0].cube as Cube3d).shaper?.size).toBe(1024);
    const { p99 } = far([made[0].cube]);
    expect(p99).toBeLessThan(1);
    expect(note).toContain(`${p99.toFixed(2)} at 99 %`);
  });
});

test('what would make a file worse is refused with the figure', () => {
  // Tones that rise and fall again: no curve before a grid follows them.
  const folded = { ...dusk, data: dusk.data.map((v) => 0.5 + 0.5 * Math.sin(v * 40)) };
  expect(() => repaired('shaper', folded)).toThrow(
    /Curve and grid would be off by ΔE2000 [\d.]+ at 99 %: the file is better left/,
  );
});

describe('invert', () => {
  test('a log LUT comes back to the codes it was given', () => {
    const log = baked('creative-log', 'late-sun');
    const { made, note } = repaired('invert', log, {}, { input: scene, output: scene });
    const back = through(made[0].cube, through(log, codes));
    const errors = back.map((v, i) => Math.abs(v - codes[i])).sort();
    expect(errors[Math.floor(errors.length / 2)]).toBeLessThan(0.004);
    expect(errors[Math.floor(0.95 * errors.length)]).toBeLessThan(0.05);
    const told = Number(/within ([\d.]+) codes of 255/.exec(note)![1]);
    expect(told).toBeGreaterThan(0);
    expect(told).toBeLessThan(8);
  });

  test('a LUT of one colour has no way back, and says so', () => {
    expect(() => repaired('invert', { ...dusk, data: dusk.data.map(() => 0.5) })).toThrow(/no way back/);
  });
});

test('join: a trim and then a combined are the look of footage exposed over', () => {
  const trim = baked('trim', 'cold-dusk', 65);
  const { made } = repaired('join', trim, {}, { other: lutOf(dusk) });
  const both = through(dusk, through(trim, codes));
  expect(worst(through(made[0].cube, codes), both)).toBeLessThan(0.01);
  expect(() => repaired('join', trim)).toThrow(/choose the file that follows/);
});

test('what is none of the choices is refused', () => {
  expect(() => repairKind('nothing')).toThrow(/no repair/);
  expect(() => repaired('range', dusk, { change: 'sideways' })).toThrow(/none of its choices/);
});

import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { parseProfile } from '../camera/profile.ts';
import { parseCube } from '../formats/cubeParse.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { newLook, parseLook } from '../look/document.ts';
import { recipeHash } from '../look/hash.ts';
import { applyCube } from './apply.ts';
import { bake, compileOrder } from './bake.ts';
import { type Cube3d, gridCodes, unitDomain } from './cube.ts';
import { cubeFileName } from './fileName.ts';
import { inspectCube } from './inspect.ts';
import { PreviewBaker } from './previewBaker.ts';
import { proofLimits, proofSamples, proveCube } from './proof.ts';

const demo = (file: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${file}`, import.meta.url), 'utf8'));
const slackWater = parseLook(demo('looks/slack-water.json'), 'slack-water');
const profileOf = (id: string) => parseProfile(demo(`profiles/${id}.json`), id);
const order = { look: slackWater, profile: profileOf('heron'), role: 'combined' as const, grid: 33 };

/** Equal to the last bit; comparing millions of numbers one by one takes minutes. */
const sameBits = (a: Float32Array, b: Float32Array) =>
  Buffer.from(a.buffer, a.byteOffset, a.byteLength).equals(Buffer.from(b.buffer, b.byteOffset, b.byteLength));

test('an identity cube leaves codes alone and holds what lies outside', () => {
  const identity: Cube3d = {
    kind: '3d',
    size: 17,
    ...unitDomain,
    data: gridCodes(17),
    title: '',
    comments: [],
  };
  for (const interpolation of ['tetrahedral', 'trilinear'] as const) {
    const rgb = Float32Array.from([0.1, 0.55, 0.999, -0.5, 1.7, NaN]);
    applyCube(identity, rgb, interpolation);
    [0.1, 0.55, 0.999, 0, 1, 0].forEach((v, i) => expect(rgb[i]).toBeCloseTo(v, 6));
  }
});

test('strength mixes codes', () => {
  const black: Cube3d = {
    kind: '3d',
    size: 2,
    ...unitDomain,
    data: new Float32Array(24),
    title: '',
    comments: [],
  };
  const rgb = Float32Array.from([0.8, 0.4, 0.2]);
  applyCube(black, rgb, 'tetrahedral', 0.25);
  [0.6, 0.3, 0.15].forEach((v, i) => expect(rgb[i]).toBeCloseTo(v, 6));
});

test.each([2, 17, 129])('a grid of %d holds the recipe exactly at its nodes', (grid) => {
  const cube = bake({ ...order, grid });
  const codes = gridCodes(grid);
  compileOrder(order).run(codes);
  expect(sameBits(cube.data, codes)).toBe(true);
});

test.each([1, 130, 33.5, NaN])('a grid of %d is refused', (grid) => {
  expect(() => bake({ ...order, grid })).toThrow(/from 2 to 129/);
});

test('baking reports its progress and stops where the report throws', () => {
  const shares: number[] = [];
  bake({ ...order, grid: 5 }, (s) => shares.push(s));
  expect(shares).toEqual([0.2, 0.4, 0.6, 0.8, 1]);
  const stop = () => {
    throw new Error('cancelled');
  };
  expect(() => bake(order, stop)).toThrow('cancelled');
});

test('the same order is the same bytes, and the header finds its recipe again', () => {
  const text = writeCube(bake(order));
  expect(writeCube(bake(order))).toBe(text);
  expect(text).toContain(`# recipe: ${recipeHash(slackWater)}`);
  expect(text).toContain('# profile: heron (Heron log, full range, 10 bit)');
});

test('a conversion holds no look; a combined cube of a look at rest is the conversion', () => {
  const conversion = bake({ ...order, role: 'conversion' });
  const rest = { ...newLook('rest'), rendering: slackWater.rendering };
  expect(sameBits(bake({ ...order, look: rest }).data, conversion.data)).toBe(true);
  expect(sameBits(bake(order).data, conversion.data)).toBe(false);
});

test('the preview baker gives the export’s own cube, also after edits and another profile', () => {
  const baker = new PreviewBaker();
  const other = { ...slackWater, strength: 0.4 };
  for (const look of [slackWater, other, slackWater])
    for (const id of ['heron', 'plover']) {
      const o = { ...order, look, profile: profileOf(id) };
      expect(sameBits(baker.bake(o).cube.data, bake(o).data)).toBe(true);
    }
});

describe('proof', () => {
  test.each(['heron', 'plover'])(
    'Slack Water at 33 on %s keeps to the limits after a trip through the file',
    (id) => {
      const o = { ...order, profile: profileOf(id) };
      const reread = parseCube(writeCube(bake(o)), 'x.cube') as Cube3d;
      const proof = proveCube(reread, compileOrder(o), 'tetrahedral', 20_000);
      expect(proof.mean).toBeGreaterThan(0);
      expect(proof.mean).toBeLessThanOrEqual(proofLimits.mean);
      expect(proof.p99).toBeLessThanOrEqual(proofLimits.p99);
      expect(proof.max).toBeGreaterThanOrEqual(proof.p99);
      expect(proof.worst.deltaE).toBe(proof.max);
    },
  );

  test('a finer grid is closer, and a spoilt node is found', () => {
    const mean = (grid: number) =>
      proveCube(bake({ ...order, grid }), compileOrder(order), 'tetrahedral', 4000).mean;
    expect(mean(65)).toBeLessThan(mean(33));
    expect(mean(33)).toBeLessThan(mean(17));
    const spoilt = bake(order);
    spoilt.data.fill(0.9, 3 * (16 + 33 * (16 + 33 * 16)), 3 * (16 + 33 * (16 + 33 * 16)) + 3);
    const clean = proveCube(bake(order), compileOrder(order)).max;
    expect(proveCube(spoilt, compileOrder(order)).max).toBeGreaterThan(clean * 3);
  });

  test('samples lie between the camera’s floor and clip', () => {
    const { codec } = compileOrder(order);
    const samples = proofSamples(codec, 1000);
    samples.forEach((v) => {
      expect(v).toBeGreaterThanOrEqual(Math.fround(codec.floorCode));
      expect(v).toBeLessThanOrEqual(Math.fround(codec.clipCode));
    });
  });
});

test('inspect says what is in a cube', () => {
  const report = inspectCube(bake(order));
  expect(report).toMatchObject({ type: '3d', size: 33, neutralMonotone: true });
  expect(report.white.every((v) => v > 0.98)).toBe(true);
  expect(report.neutralSpread).toBeGreaterThan(0.005);
  const upsideDown = { ...bake(order), data: bake(order).data.map((v) => 1 - v) };
  expect(inspectCube(upsideDown).neutralMonotone).toBe(false);
});

test('file names decode and hold nothing awkward', () => {
  expect(cubeFileName({ ...order, version: 7 })).toBe('Slack-Water_v7_heron_combined_33.cube');
  expect(cubeFileName({ ...order, look: { ...slackWater, name: '../é / "x"' } })).toBe(
    'e-x_heron_combined_33.cube',
  );
});

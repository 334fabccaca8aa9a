import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { converter } from 'culori';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { parseCube } from '../formats/cubeParse.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { newLook, parseLook } from '../look/document.ts';
import { recipeHash } from '../look/hash.ts';
import { applyCube } from '../lut/apply.ts';
import type { CompiledEnd } from './end.ts';
import { bake, compileBake } from './bake.ts';
import { type Cube3d, gridCodes, unitDomain } from '../lut/cube.ts';
import { cubeFileName } from './fileName.ts';
import { inspectLut } from '../lut/inspect.ts';
import { lutOf } from '../lut/lut.ts';
import { PreviewBaker } from './previewBaker.ts';
import { holdsProof, isJudged, proofGroups, proofLimits, proveCube } from './proof.ts';
import { beyondSamples, gamutSamples, neutralSamples } from './proofSamples.ts';
import { profileOf } from '../testing/profiles.ts';
import { standardDisplay } from '../render/display.ts';
import { demoLight, demoSceneNames } from '../testing/demoScenes.ts';

const demo = (file: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${file}`, import.meta.url), 'utf8'));
const slackWater = parseLook(demo('looks/slack-water.json'), 'slack-water');
const order = {
  look: slackWater,
  profile: profileOf('heron'),
  display: standardDisplay,
  role: 'combined' as const,
  grid: 33,
};

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
  compileBake(order).run(codes);
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
  expect(text).toContain('# output: bt1886, full range');
  expect(text).toContain(`# recipe: ${recipeHash(slackWater)}`);
  expect(text).toContain('# input: heron (Heron log, full range, 10 bit)');
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
      const proof = proveCube(reread, compileBake(o), { count: 20_000 });
      expect(proof.mean).toBeGreaterThan(0);
      expect(proof.mean).toBeLessThanOrEqual(proofLimits.mean);
      expect(proof.p99).toBeLessThanOrEqual(proofLimits.p99);
      const judged = proof.groups.filter((g) => isJudged(g.id));
      expect(Math.max(...judged.map((g) => g.figures.tetrahedral!.p99))).toBeLessThanOrEqual(proofLimits.p99);
      expect(proof.max).toBe(proof.worst.deltaE);
      expect(proof.worst.deltaE).toBe(Math.max(...judged.map((g) => g.figures.tetrahedral!.max)));
    },
  );

  test('a finer grid is closer, and a spoilt node is found', () => {
    const mean = (grid: number) =>
      proveCube(bake({ ...order, grid }), compileBake(order), { count: 4000 }).mean;
    expect(mean(65)).toBeLessThan(mean(33));
    expect(mean(33)).toBeLessThan(mean(17));
    const spoilt = bake(order);
    spoilt.data.fill(0.9, 3 * (16 + 33 * (16 + 33 * 16)), 3 * (16 + 33 * (16 + 33 * 16)) + 3);
    const clean = proveCube(bake(order), compileBake(order)).max;
    expect(proveCube(spoilt, compileBake(order)).max).toBeGreaterThan(clean * 3);
  });

  test('samples lie between the camera’s floor and clip', () => {
    const { input } = compileBake(order).ends;
    const [floor, clip] = input.codes;
    gamutSamples(input, 1000).forEach((v) => {
      expect(v).toBeGreaterThanOrEqual(Math.fround(floor));
      expect(v).toBeLessThanOrEqual(Math.fround(clip));
    });
    const beyond = beyondSamples(input, 500);
    for (let p = 0; p < beyond.length; p += 3) {
      const rgb = Array.from(beyond.subarray(p, p + 3));
      expect(rgb.some((v) => v < floor || v > clip)).toBe(true);
    }
  });

  test('greys and skin lie near neutral, as culori sees them', () => {
    const { input } = compileBake(order).ends;
    const codec = input.codec!;
    const toOklch = converter('oklch');
    const codes = neutralSamples(input, 400);
    for (let p = 0; p < codes.length; p += 3) {
      const rgb = codes.slice(p, p + 3).map(codec.decode);
      transformBuffer(codec.toWorking, rgb);
      transformBuffer(rgbToRgb(working, bt709), rgb);
      const { l, c } = toOklch({ mode: 'lrgb', r: rgb[0], g: rgb[1], b: rgb[2] });
      if (l > 0.05) expect(c / l).toBeLessThan(0.19);
    }
  });

  /** A camera's own pixels of all masters, without noise. */
  const platePixels = ({ fromLight }: CompiledEnd) => {
    const light = Float32Array.from(demoSceneNames.flatMap((name) => [...demoLight(name, 1536)]));
    fromLight(light);
    return light;
  };

  test('a cube that fails on pictures fails its proof, though it holds through the gamut', () => {
    const look = parseLook(demo('looks/oilskin.json'), 'oilskin');
    const o = { ...order, look };
    const pipeline = compileBake(o);
    const options = { plates: platePixels(pipeline.ends.input), count: 9000 };
    const proof = proveCube(bake(o), pipeline, options);
    const of = Object.fromEntries(proof.groups.map((g) => [g.id, g]));
    expect(Object.keys(of)).toEqual(proofGroups.filter((g) => g.of !== 'display').map((g) => g.id));
    expect(holdsProof(of.gamut.figures.tetrahedral!)).toBe(true);
    expect(holdsProof(of.plates.figures.tetrahedral!)).toBe(false);
    expect(holdsProof(proof)).toBe(false);
    expect(of.plates.figures.trilinear!.mean).not.toBe(of.plates.figures.tetrahedral!.mean);
    // Without plates that group is missing, and greys and skin still tell.
    const without = proveCube(bake(o), pipeline, { count: 9000 });
    expect(without.groups.map((g) => g.id)).toEqual(['gamut', 'shown', 'neutral', 'beyond']);
    expect(holdsProof(without)).toBe(false);
    const finer = proveCube(bake({ ...o, grid: 65 }), pipeline, options);
    expect(holdsProof(finer)).toBe(true);
  });
});

test('inspect says what is in a cube', () => {
  const report = inspectLut(lutOf(bake(order)));
  expect(report).toMatchObject({ type: '3d', size: 33, neutralMonotone: true });
  expect(report.white.every((v) => v > 0.98)).toBe(true);
  expect(report.neutralSpread).toBeGreaterThan(0.005);
  const upsideDown = { ...bake(order), data: bake(order).data.map((v) => 1 - v) };
  expect(inspectLut(lutOf(upsideDown)).neutralMonotone).toBe(false);
});

test('file names decode and hold nothing awkward', () => {
  expect(cubeFileName({ ...order, version: 7 })).toBe('Slack-Water_v7_heron_bt1886_combined_33.cube');
  expect(cubeFileName({ ...order, look: { ...slackWater, name: '../é / "x"' } })).toBe(
    'e-x_heron_bt1886_combined_33.cube',
  );
  const display = { output: 'srgb', range: 'narrow' } as const;
  expect(cubeFileName({ ...order, display })).toBe('Slack-Water_heron_srgb-narrow_combined_33.cube');
});

import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from 'vitest';
import { type Codec, makeCodec } from '../camera/codec.ts';
import { normals, seeded } from '../numeric/random.ts';
import { record, type RecordSettings } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { parseChartCsv } from '../formats/chartCsv.ts';
import type { SceneFrame } from '../formats/exr/parse.ts';
import { shrink } from '../formats/frameScale.ts';
import { neutralShot } from '../look/shot.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { greyKept, solveChart } from './chartSolve.ts';
import { depthUsed } from './depth.ts';
import { readFrame } from './facts.ts';
import { boxOutline, chartMap, gridPatches, patchOutlines } from './marks.ts';
import { measureArea } from './measure.ts';
import { noiseDeviation } from './noise.ts';
import { allProfiles, profileOf } from '../testing/profiles.ts';
import { betterProfile, rankProfiles } from './rankProfiles.ts';
import {
  balanceFromNeutral,
  blackForLevel,
  exposureForLevel,
  exposureFromGrey,
  paradeSpread,
  renderedSignal,
  trimmedLight,
} from './trim.ts';
import { demoScene } from '../testing/demoScenes.ts';

const demo = (file: string) => new URL(`../../../demo/${file}`, import.meta.url);
const codecOf = (id: string): Codec => makeCodec(profileOf(id));
const heron = codecOf('heron');
const rendering = compileRendering(standardRendering);
const csv = parseChartCsv(readFileSync(demo('plates/heads-and-chart.csv'), 'utf8'), 'heads-and-chart.csv');

type Scene = Omit<SceneFrame, 'shot'>;
/** A master at half its size: places are shares, so they stay. */
function half(master: string): Scene {
  const { rgb, width, height } = demoScene(master);
  return { width: width / 2, height: height / 2, rgb: shrink(rgb, width, height, width / 2, height / 2) };
}

let heads: Scene;
let quay: Scene;
beforeAll(() => {
  heads = half('heads-and-chart');
  quay = half('quay-blue-hour');
});
const shoot = (scene: Scene, codec: Codec, settings: Partial<RecordSettings> = {}) => ({
  ...scene,
  rgb: record(scene.rgb, bt709, codec, { exposure: 0, seed: 5, ...settings }),
});
const place = (name: string) => {
  const [x0, y0, x1, y1] = csv.rows.find((r) => r.name === name)!.place!;
  const inset = 6;
  return boxOutline({
    x0: (x0 + inset) / 1280,
    y0: (y0 + inset) / 720,
    x1: (x1 - inset) / 1280,
    y1: (y1 - inset) / 720,
  });
};

describe('what a frame says about itself', () => {
  test.each([8, 10, 12, 16])('%s bits in a 16-bit file are found', (bits) => {
    const uniform = seeded(bits);
    const top = 2 ** bits - 1;
    const values = new Float32Array(3000).map(() => {
      const code = Math.floor(uniform() * (top + 1)) / top;
      return Math.round(code * 65535) / 65535;
    });
    expect(depthUsed(values, 16)).toBe(bits);
  });

  test('codes shifted up without repeated bits count as their own depth', () => {
    const values = Float32Array.from({ length: 1024 }, (_, i) => (i << 6) / 65535);
    expect(depthUsed(values, 16)).toBe(10);
  });

  test.each([0.5, 2, 8])('noise of %s codes on a slope is found within 5 %', (codes) => {
    const normal = normals(seeded(3));
    const [width, height] = [320, 240];
    const rgb = new Float32Array(width * height * 3).map(
      (_, i) => 0.2 + 0.5 * ((Math.floor(i / 3) % width) / width) + (normal() * codes) / 1023,
    );
    // Three independent channels average to the root of the summed squares of the luma weights (BT.709).
    const expected = (codes / 1023) * Math.hypot(0.2126, 0.7152, 0.0722);
    expect(noiseDeviation(rgb, width, height) / expected).toBeCloseTo(1, 1);
  });

  test('levels of narrow range follow the depth: 235 of 255 is legal white, 236 is not', () => {
    const frame = (top: number) =>
      Float32Array.from({ length: 3 * 220 * 10 }, (_, i) => (16 + (i % (top - 15))) / 255);
    const size = { width: 220, height: 10, storedDepth: 8 };
    expect(readFrame(frame(235), size).range).toBe('narrow');
    expect(readFrame(frame(236), size).range).toBe('full');
  });

  test('narrow range, a pile at the clip, and none on a smooth tail', () => {
    const facts = (codec: Codec, settings = {}) =>
      readFrame(shoot(quay, codec, settings).rgb, { ...quay, storedDepth: 16 });
    const over = facts(heron, { exposure: 2 });
    expect(over.high).toBeCloseTo(Math.round(heron.clipCode * 1023) / 1023, 5);
    expect(over.clipped).toBeGreaterThan(0.001);
    const dim = shoot(heads, heron, { exposure: -2 });
    expect(readFrame(dim.rgb, { ...dim, storedDepth: 16 }).clipped).toBe(0);
    expect(facts(codecOf('plover')).range).toBe('narrow');
    expect(facts(codecOf('plover-video'), { bitDepth: 8 })).toMatchObject({ usedDepth: 8, range: 'full' });
    expect(over.histogram.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
  });

  test.each(['heron', 'plover', 'curlew', 'wren', 'plover-video'])(
    'a clipped frame of %s is known by its pile, and doubted under another profile',
    (id) => {
      const codec = codecOf(id);
      const frame = shoot(quay, codec, { exposure: 0.5, bitDepth: id === 'plover-video' ? 8 : 10 });
      const ranked = rankProfiles(readFrame(frame.rgb, { ...quay, storedDepth: 16 }), allProfiles);
      expect(ranked[0].profileId).toBe(id);
      expect(ranked[0].reason).toMatch(/pile|clip/);
      expect(betterProfile(id, ranked)).toBeUndefined();
      expect(betterProfile(id === 'curlew' ? 'heron' : 'curlew', ranked)?.profileId).toBe(id);
    },
  );
});

describe('shot trim from marks', () => {
  test('a chart plate recorded +1.3 stops over under a light 60 mired off comes back within 0.03 stop and 5 mired', () => {
    for (const [id, mired] of [
      ['heron', 60],
      ['heron', -60],
      ['wren', 60],
    ] as const) {
      const codec = codecOf(id);
      const frame = shoot(heads, codec, { exposure: 1.3, balance: { mired, duv: 0 } });
      const card = measureArea(frame, place('grey card'), codec);
      const balance = balanceFromNeutral(card);
      if (!('change' in balance)) throw new Error(balance.refused);
      const balanced = { ...neutralShot, ...balance.change };
      const exposure = exposureFromGrey(card, balanced);
      if (!('change' in exposure)) throw new Error(exposure.refused);
      expect(Math.abs(balance.change.mired! + mired)).toBeLessThan(5);
      expect(Math.abs(exposure.change.exposure! + 1.3)).toBeLessThan(0.03);
      const trimmed = { ...balanced, ...exposure.change };
      const white = measureArea(frame, place('grey 8'), codec);
      expect(paradeSpread(white, neutralShot, rendering)).toBeGreaterThan(8);
      expect(paradeSpread(white, trimmed, rendering)).toBeLessThan(1);
    }
  });

  test('a clipped or a dark neutral is refused with the reason', () => {
    const over = shoot(heads, heron, { exposure: 5 });
    expect(balanceFromNeutral(measureArea(over, place('white card'), heron))).toMatchObject({
      refused: expect.stringMatching(/\d+ % of this place is clipped/) as string,
    });
    const under = shoot(heads, heron, { exposure: -4 });
    expect(balanceFromNeutral(measureArea(under, place('black card'), heron))).toMatchObject({
      refused: expect.stringMatching(/stops under mid-grey/) as string,
    });
    expect(balanceFromNeutral(measureArea(shoot(heads, heron), place('strong red'), heron))).toMatchObject({
      refused: expect.stringMatching(/no neutral/) as string,
    });
  });

  test('skin is brought to a chosen level, black to another', () => {
    const frame = shoot(heads, heron);
    const skin = measureArea(frame, boxOutline({ x0: 0.355, y0: 0.39, x1: 0.4, y1: 0.44 }), heron);
    for (const asked of [0.3, 0.5, 0.65]) {
      const level = exposureForLevel(skin, neutralShot, rendering, asked);
      if (!('change' in level)) throw new Error(level.refused);
      const shot = { ...neutralShot, ...level.change };
      const [r, g, b] = renderedSignal(trimmedLight(skin, shot), rendering);
      // The level that was asked for is the luma that marks and readings show (ITU-R BT.709-6 item 3.2), to a tenth of a percent.
      expect(Math.abs(0.2126 * r + 0.7152 * g + 0.0722 * b - asked)).toBeLessThan(0.001);
      expect(level.says).toContain(`luma ${(asked * 100).toFixed(1)} %`);
    }
    expect(exposureForLevel(skin, neutralShot, rendering, 0)).toHaveProperty('refused');
    const card = measureArea(frame, place('black card'), heron);
    const black = blackForLevel(card, neutralShot, rendering, 0.05);
    if (!('change' in black)) throw new Error(black.refused);
    const shown = renderedSignal(trimmedLight(card, { ...neutralShot, ...black.change }), rendering);
    shown.forEach((v) => expect(v).toBeCloseTo(0.05, 2));
  });
});

describe('charts', () => {
  const samples = (codec: Codec, frame: { rgb: Float32Array; width: number; height: number }) =>
    csv.rows.map((r) => ({
      name: r.name,
      measured: measureArea(frame, place(r.name), codec).light,
      reference: r.values.rendered,
    }));

  test('the stand-in’s own recording: mean ΔE under 1 with the right profile, clearly more with a wrong one', () => {
    for (const id of ['heron', 'plover', 'wren']) {
      const right = solveChart(samples(codecOf(id), shoot(heads, codecOf(id))));
      expect(right.before).toBeLessThan(0.3);
      expect(right.after).toBeLessThanOrEqual(right.before + 0.05);
      expect(right.verdict).toBe('holds');
      expect(right.patches).toHaveLength(32);
    }
    for (const [shot, read] of [
      ['heron', 'curlew'],
      ['plover', 'heron'],
      ['wren', 'plover-video'],
    ]) {
      const wrong = solveChart(samples(codecOf(read), shoot(heads, codecOf(shot))));
      expect(wrong.before).toBeGreaterThan(1.2);
      expect(wrong.verdict).not.toBe('holds');
    }
  });

  test('a known crosstalk between channels is found, and white is kept', () => {
    const crossed = samples(heron, shoot(heads, heron, { noise: 0 })).map((s) => {
      const [r, g, b] = s.measured;
      return { ...s, measured: [0.8 * r + 0.2 * g, 0.1 * r + 0.8 * g + 0.1 * b, 0.2 * g + 0.8 * b] as const };
    });
    const solution = solveChart(crossed);
    expect(solution.before).toBeGreaterThan(2);
    expect(solution.after).toBeLessThan(0.6);
    expect(greyKept(solution.matrix)).toBeCloseTo(1, 10);
    for (const row of [0, 3, 6])
      expect(solution.matrix.slice(row, row + 3).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 10);
  });

  test('under a warm light the greys’ cast is said before the profile is judged', () => {
    const warm = solveChart(samples(heron, shoot(heads, heron, { balance: { mired: 60, duv: 0 } })));
    expect(warm.cast).toBeGreaterThan(8);
    expect(warm.says).toMatch(/Balance the shot on a neutral first/);
    expect(warm.after).toBeLessThanOrEqual(warm.before);
    expect(solveChart(samples(heron, shoot(heads, heron))).cast).toBeLessThan(1.5);
  });

  test('the reflectances, scaled patch by patch, judge colour where the light falls off', () => {
    const uneven = csv.rows.map((r) => ({
      name: r.name,
      measured: measureArea(shoot(heads, heron, { noise: 0 }), place(r.name), heron).light,
      reference: r.values.reflectance,
    }));
    expect(solveChart(uneven, false).before).toBeLessThan(1);
    expect(solveChart(uneven, true).before).toBeGreaterThan(solveChart(uneven, false).before);
  });

  test('too few patches and greys alone are refused', () => {
    const all = samples(heron, shoot(heads, heron, { noise: 0 }));
    expect(() => solveChart(all.slice(0, 5))).toThrow(/needs 6 patches/);
    const grey = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6].map((v) => ({
      name: 'g',
      measured: [v, v, v] as const,
      reference: [v, v, v] as const,
    }));
    expect(() => solveChart(grey)).toThrow(/all greys/);
  });

  test('the unit square goes to any four corners, and patches to the middle of their cells', () => {
    const corners = [
      [0.1, 0.2],
      [0.7, 0.1],
      [0.8, 0.9],
      [0.2, 0.6],
    ] as [[number, number], [number, number], [number, number], [number, number]];
    const map = chartMap(corners);
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].forEach(([u, v], i) => map(u, v).forEach((x, c) => expect(x).toBeCloseTo(corners[i][c], 10)));
    const square = {
      id: 'c',
      kind: 'chart' as const,
      corners: [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as typeof corners,
      patches: gridPatches(4, 2),
    };
    expect(patchOutlines(square)[5][0][0]).toBeCloseTo(0.3125, 10);
    expect(square.patches[5].name).toBe('B2');
  });
});

describe('chart files', () => {
  test('Lab of D50 becomes light: white is white, a grey of L* 50 is 18.4 % (CIE 15)', () => {
    const { rows, kinds } = parseChartCsv('patch,L,a,b\nwhite,100,0,0\ngrey,50,0,0\n', 'c.csv');
    expect(kinds).toEqual(['lab']);
    rows[0].values.lab.forEach((v) => expect(v).toBeCloseTo(1, 3));
    rows[1].values.lab.forEach((v) => expect(v).toBeCloseTo(0.1842, 3));
    expect(rows[0].place).toBeNull();
  });
  test.each([
    ['name,L,a,b\nx,1,2,3', /c\.csv: line 1, column 1: .*"patch"/],
    ['patch,x\na,1', /L,a,b or r,g,b/],
    ['patch,r,g,b\na,1,two,3', /line 2, column 3: g: "two" is not a number/],
    ['patch,r,g,b\na,1,2', /line 2, column 1: 4 columns are needed, found 3/],
    ['patch,r,g,b\n', /no patches/],
  ])('%j is refused with its place', (text, message) => {
    expect(() => parseChartCsv(text, 'c.csv')).toThrow(message);
  });
});

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { ocio, temporaryFolder } from '../../../reference/tools.ts';
import { transform } from '../../colour/matrix.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { ap0 } from '../../colour/spaces/index.ts';
import { bake } from '../../order/bake.ts';
import { unitDomain } from '../../lut/cube.ts';
import { profileToClf } from '../export/profileClf.ts';
import { writeCube } from '../../formats/cubeWrite.ts';
import { writeSpi1d } from '../../formats/spi1d.ts';
import { newLook } from '../../look/document.ts';
import { makeCodec } from '../codec.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { type Profile } from '../profile.ts';
import { allProfiles, profileOf } from '../../testing/profiles.ts';
import { importProfile } from './index.ts';
import { standardDisplay } from '../../render/display.ts';

const folder = temporaryFolder();
const heron = profileOf('heron');

/** Codes a camera of the profile writes, as colours that are not all grey. */
function codes(profile: Profile): [number, number, number][] {
  const { floorCode, clipCode } = makeCodec(profile);
  return Array.from({ length: 60 }, (_, i) => {
    const at = (k: number) => floorCode + (clipCode - floorCode) * (((i * k) % 59) / 59);
    return [at(1), at(7), at(23)];
  });
}
const decoded = (profile: Profile, [r, g, b]: [number, number, number]) => {
  const codec = makeCodec(profile);
  return transform(rgbToRgb(profile, ap0), [codec.decode(r), codec.decode(g), codec.decode(b)]);
};

describe.each(allProfiles.map((p) => [p.id, p] as const))('%s', (id, profile) => {
  const file = join(folder, `${id}.clf`);
  writeFileSync(file, profileToClf(profile));

  test('its CLF is read by OpenColorIO, which decodes as we do', () => {
    const colours = codes(profile);
    const theirs = ocio({ kind: 'file', path: file, interpolation: 'trilinear' }, colours);
    colours.forEach((code, i) => {
      const ours = decoded(profile, code);
      const size = Math.max(0.05, ...ours.map(Math.abs));
      // Float32 codes on a steep log are good for some 1e-5; a table of 4096 lines for a little less.
      theirs[i].forEach((v, c) => expect(Math.abs(v - ours[c]) / size).toBeLessThan(5e-4));
    });
  });

  test('its CLF read back is the same profile', () => {
    const { profile: again } = importProfile(readFileSync(file, 'utf8'), file);
    for (const code of codes(profile)) {
      const [ours, theirs] = [decoded(profile, code), decoded(again, code)];
      const size = Math.max(0.05, ...ours.map(Math.abs));
      ours.forEach((v, c) => expect(Math.abs(v - theirs[c]) / size).toBeLessThan(5e-4));
    }
    const exact = ['logWithLinearToe', 'pureLog', 'videoGamma'].includes(profile.curve.family);
    // The format has no word for the low end of ACEScc, which begins under code 0.
    const { floor: _, ...curve } = profile.curve as { floor?: number };
    if (exact) expect(again).toMatchObject({ curve, range: profile.range });
    else expect(again.curve.family).toBe('sampled');
  });
});

/** How far a curve is from Heron's, in stops, from five under to five over. */
function stopsApart(profile: Profile): number {
  const [a, b] = [makeCodec(heron), makeCodec(profile)];
  return Math.max(
    ...Array.from({ length: 41 }, (_, i) => {
      const light = stopsToLinear(-5 + i / 4);
      return Math.abs(Math.log2(b.decode(a.encode(light)) / light));
    }),
  );
}

describe('1D tables of Heron’s curve', () => {
  const size = 4096;
  const codec = makeCodec(heron);
  const table = (f: (t: number) => number, top: number) => ({
    kind: '1d' as const,
    size,
    ...unitDomain,
    title: '',
    comments: [],
    domainMax: [top, top, top] as const,
    data: Float32Array.from({ length: size * 3 }, (_, i) => f((Math.floor(i / 3) / (size - 1)) * top)),
  });

  test.each([
    ['decode.cube', writeCube(table(codec.decode, 1))],
    ['decode.spi1d', writeSpi1d(table(codec.decode, 1))],
  ])('%s, code to light', (file, text) => {
    const { profile, notes } = importProfile(text, file, 'Table');
    expect(stopsApart(profile)).toBeLessThan(0.01);
    expect(notes.join()).toMatch(/code in, light out/);
    expect(profile).toMatchObject({ id: 'table', name: 'Table' });
  });

  test('light to code, over 0–10, is turned round', () => {
    const { profile, notes } = importProfile(writeCube(table(codec.encode, 10)), 'encode.cube');
    expect(notes.join()).toMatch(/light in, code out/);
    // An even table is coarse in the shadows: from two stops under up it must agree.
    const at = [-2, 0, 2, 5].map((s) =>
      Math.log2(makeCodec(profile).decode(codec.encode(stopsToLinear(s))) / stopsToLinear(s)),
    );
    at.forEach((d) => expect(Math.abs(d)).toBeLessThan(0.06));
  });
});

test('a conversion cube of this program gives curve and primaries back', () => {
  const cube = bake({
    display: standardDisplay,
    look: newLook('none'),
    profile: heron,
    role: 'conversion',
    grid: 65,
  });
  const { profile, notes } = importProfile(writeCube(cube), 'maker.cube');
  expect(stopsApart(profile)).toBeLessThan(0.12);
  expect(notes.join()).toMatch(/fitted to its colours/);
  const blue = [...profile.primaries.blue, ...heron.primaries.blue];
  expect(Math.hypot(blue[0] - blue[2], blue[1] - blue[3])).toBeLessThan(0.002);
});

describe('CLF by hand', () => {
  const list = (body: string, attributes = '') =>
    `<?xml version="1.0"?>\n<ProcessList id="a" compCLFversion="3">\n${body}${attributes}\n</ProcessList>`;
  const encode = `<InputDescriptor>ACEScg</InputDescriptor>
    <Log inBitDepth="32f" outBitDepth="32f" style="cameraLinToLog">
      <LogParams base="2" logSideSlope="0.0570776" logSideOffset="0.5547945" linSideBreak="0.0078125"/></Log>
    <Range inBitDepth="32f" outBitDepth="10i" style="noClamp"><minInValue>0</minInValue><maxInValue>1</maxInValue>
      <minOutValue>64</minOutValue><maxOutValue>940</maxOutValue></Range>`;

  test('a list from light to narrow-range code is turned round', () => {
    const { profile } = importProfile(list(encode), 'in.clf');
    expect(profile).toMatchObject({ range: 'narrow', curve: { family: 'logWithLinearToe', base: 2 } });
  });

  test('a published toe is known, another toe and a table in 10-bit integers become points', () => {
    const exponent = (gamma: number, offset: number) =>
      list(
        `<Exponent inBitDepth="32f" outBitDepth="32f" style="monCurveFwd"><ExponentParams exponent="${gamma}" offset="${offset}"/></Exponent>`,
      );
    expect(importProfile(exponent(2.4, 0.055), 'a.clf').profile.curve).toEqual({
      family: 'videoGamma',
      standard: 'srgb',
    });
    expect(importProfile(exponent(3, 0.16), 'a.clf').profile.curve.family).toBe('sampled');
    const steps = Array.from({ length: 33 }, (_, i) => (i / 32) ** 2 * 1023).join(' ');
    const table = list(
      `<LUT1D inBitDepth="10i" outBitDepth="10i"><Array dim="33 1">${steps}</Array></LUT1D>`,
    );
    const { profile } = importProfile(table, 'a.clf');
    expect(makeCodec(profile).decode(0.5)).toBeCloseTo(0.25, 3);
  });

  test.each([
    ['<ProcessList><a></ProcessList>', /bad\.clf: line 1, column \d+: not XML/],
    ['<other/>', /no ProcessList/],
    [list('<ASC_CDL/>'), /node 1\): a ASC_CDL node is not read/],
    [
      list('<Matrix inBitDepth="32f" outBitDepth="32f"><Array dim="3 3">1 0 0 0 1 0 0 0</Array></Matrix>'),
      /node 1\): 9 numbers are needed, found 8/,
    ],
    [
      list('<Matrix inBitDepth="9i" outBitDepth="32f"><Array dim="3 3">1 0 0 0 1 0 0 0 1</Array></Matrix>'),
      /inBitDepth must be one of/,
    ],
    [list('<Log style="magic"/>'), /style must be one of/],
    [list('<Log style="cameraLogToLin"><LogParams base="x"/></Log>'), /base: "x" is not a number/],
    [
      list('<Matrix inBitDepth="32f" outBitDepth="32f"><Array dim="3 3">1 0 0 0 1 0 0 0 1</Array></Matrix>'),
      /no Log, Exponent or LUT1D/,
    ],
    [list(''), /no process nodes/],
  ])('%# is refused with its place', (text, message) => {
    expect(() => importProfile(text, 'bad.clf')).toThrow(message);
  });
});

test.each([
  [
    'Version 1\nFrom 0 1\nLength 3\nComponents 1\n{\n0\n0.5\n}',
    /line 8, column 1: the table ends after 2 of 3/,
  ],
  ['Version 1\nLength 2\nComponents 1\n{\n0\nx\n}', /line 6, column 1: expected a number, found "x"/],
  ['Version 1\nLength 2\nComponents 1\n{\n0\n1\n}\n\n0.7 more', /line 9, column 1: "0.7 more" stands behind/],
  ['Version 1\nLength 2\nComponents 1\n{\n0\n1\n', /closing brace of the table is missing/],
  ['Version 2\nLength 2\nComponents 1\n{\n0\n1\n}', /Version 1 is needed/],
  ['hello', /line 1, column 1: expected Version/],
])('a broken spi1d %# is refused with its place', (text, message) => {
  expect(() => importProfile(text, 'a.spi1d')).toThrow(message);
});

test('what holds no profile is refused', () => {
  expect(() => importProfile('', 'a.txt')).toThrow(/a\.txt: line 1, column 1: this begins like no LUT/);
});

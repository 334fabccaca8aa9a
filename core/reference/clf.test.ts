import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { makeCodec } from '../src/camera/codec.ts';
import { curveFamilies, type CurveParams } from '../src/camera/curves/index.ts';
import { parseProfile, type Profile } from '../src/camera/profile.ts';
import { multiply, transform } from '../src/colour/matrix.ts';
import { rgbToRgb } from '../src/colour/rgbSpace.ts';
import { ap0, working } from '../src/colour/spaces/index.ts';
import { profileToClf } from '../src/camera/export/profileClf.ts';
import { ocio, temporaryFolder } from './tools.ts';

/** Profiles written as CLF, read by OpenColorIO 2: every family's example and every instance, in both ranges. */

const folder = temporaryFolder();
const heronFile = new URL('../../demo/profiles/heron.json', import.meta.url);
const heron = parseProfile(JSON.parse(readFileSync(heronFile, 'utf8')), 'heron.json');

const examples: [string, CurveParams][] = curveFamilies.map((f) => [f.id, f.example as CurveParams]);
const instances: [string, CurveParams][] = [
  ['power 2.2', { family: 'videoGamma', standard: 'power', gamma: 2.2 }],
  ['power 2.6', { family: 'videoGamma', standard: 'power', gamma: 2.6 }],
  ['sRGB', { family: 'videoGamma', standard: 'srgb' }],
  ['BT.1886', { family: 'videoGamma', standard: 'bt1886' }],
];
const cases = [...examples, ...instances].flatMap(([name, curve]): [string, Profile][] => [
  [`${name}, full range`, { ...heron, curve, range: 'full' }],
  [`${name}, narrow range`, { ...heron, curve, range: 'narrow' }],
]);

test.each(cases)('%s', (name, profile) => {
  const path = join(folder, `${name.replace(/\W+/g, '-')}.clf`);
  writeFileSync(path, profileToClf(profile));
  const codec = makeCodec(profile);
  const toAp0 = multiply(rgbToRgb(working, ap0), codec.toWorking);
  const codes = Array.from({ length: 97 }, (_, i) => [i / 96, ((i * 37) % 97) / 96, ((i * 61) % 97) / 96]);
  const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear' }, codes);
  codes.forEach((code, i) => {
    const light = code.map(codec.decode) as [number, number, number];
    const ours = transform(toAp0, light);
    // The reader works out where a video curve's line ends from its exponent and offset; the standards print that rounded.
    const least = profile.curve.family === 'videoGamma' ? 0.3 : 1e-3;
    const most = Math.max(...light.map(Math.abs), least);
    ours.forEach((v, c) => expect(Math.abs(theirs[i][c] - v)).toBeLessThan(2e-4 * most));
  });
});

test('a pure power decodes as a power: code 0.5 at 2.2 is 0.218', () => {
  const path = join(folder, 'power.clf');
  const curve: CurveParams = { family: 'videoGamma', standard: 'power', gamma: 2.2 };
  writeFileSync(path, profileToClf({ ...heron, curve, range: 'full' }));
  const [[r]] = ocio({ kind: 'file', path, interpolation: 'trilinear' }, [[0.5, 0.5, 0.5]]);
  expect(r).toBeCloseTo(0.5 ** 2.2, 5);
});

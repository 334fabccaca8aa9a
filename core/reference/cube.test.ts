import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { decode, encode } from 'fast-png';
import { beforeAll, expect, test } from 'vitest';
import { seeded } from '../src/numeric/random.ts';
import { applyCube, type Interpolation } from '../src/lut/apply.ts';
import { type Cube3d, gridCodes, unitDomain } from '../src/lut/cube.ts';
import { parseCube } from '../src/formats/cubeParse.ts';
import { writeCube } from '../src/formats/cubeWrite.ts';
import { ffmpeg, ocio, temporaryFolder, toPixels, worstDifference } from './tools.ts';

/** Our interpolation against OpenColorIO and FFmpeg on a rough cube, where a wrong tetrahedron would show. */

const folder = temporaryFolder();
const cubeFile = join(folder, 'rough.cube');
let cube: Cube3d;

beforeAll(() => {
  const uniform = seeded(3);
  const data = gridCodes(9).map((v) => Math.min(Math.max(v + (uniform() - 0.5) * 0.5, 0), 1));
  const made: Cube3d = { kind: '3d', size: 9, ...unitDomain, data, title: 'rough', comments: [] };
  writeFileSync(cubeFile, writeCube(made));
  cube = parseCube(readFileSync(cubeFile, 'utf8'), cubeFile) as Cube3d;
});

const kinds: Interpolation[] = ['tetrahedral', 'trilinear'];

test.each(kinds)('%s interpolation agrees with OpenColorIO within 1e-5', (interpolation) => {
  const uniform = seeded(5);
  const rgb = new Float32Array(9000).map(() => uniform() * 1.2 - 0.1);
  rgb.set([0, 0, 0, 1, 1, 1, 0.5, 0.5, 0.5, 0.25, 0.5, 0.5], 0);
  const theirs = ocio({ kind: 'file', path: cubeFile, interpolation }, toPixels(rgb));
  applyCube(cube, rgb, interpolation);
  expect(worstDifference(rgb, theirs)).toBeLessThan(1e-5);
});

test.each(kinds)('%s interpolation agrees with FFmpeg within 2/65535 on a 16-bit frame', (interpolation) => {
  const uniform = seeded(9);
  const [width, height] = [160, 90];
  const data = new Uint16Array(width * height * 3).map(() => Math.floor(uniform() * 65536));
  const input = join(folder, 'in.png');
  const output = join(folder, `${interpolation}.png`);
  writeFileSync(input, encode({ width, height, data, depth: 16, channels: 3 }));
  ffmpeg('-i', input, '-vf', `lut3d=file=${cubeFile}:interp=${interpolation}`, '-pix_fmt', 'rgb48be', output);
  const theirs = decode(readFileSync(output)).data as Uint16Array;
  const rgb = Float32Array.from(data, (v) => v / 65535);
  applyCube(cube, rgb, interpolation);
  let worst = 0;
  // FFmpeg cuts off the fraction where it goes back to integers, so it lies up to one code below us.
  let belowByTruncation = 0;
  rgb.forEach((v, i) => {
    worst = Math.max(worst, Math.abs(theirs[i] - Math.round(v * 65535)));
    if (theirs[i] === Math.floor(v * 65535)) belowByTruncation++;
  });
  expect(worst).toBeLessThanOrEqual(2);
  expect(belowByTruncation / rgb.length).toBeGreaterThan(0.95);
});

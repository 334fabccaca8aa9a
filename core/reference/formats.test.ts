import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { writeClf, gridLines } from '../src/formats/clf/write.ts';
import { writeCube } from '../src/formats/cubeWrite.ts';
import { FormatError } from '../src/formats/error.ts';
import { parseHald, writeHald } from '../src/formats/hald.ts';
import { lutFormatOf, parseLut } from '../src/formats/lutFormats/index.ts';
import { parsePng, writePng } from '../src/formats/png.ts';
import { parseSpi3d, writeSpi3d } from '../src/formats/spi3d.ts';
import { parseThreeDl, writeThreeDl } from '../src/formats/threeDl.ts';
import { applyCube } from '../src/lut/apply.ts';
import { type Cube3d, gridCodes, unitDomain } from '../src/lut/cube.ts';
import { seeded } from '../src/numeric/random.ts';
import { writeSpi1d } from '../src/formats/spi1d.ts';
import { newLook } from '../src/look/document.ts';
import { compileBake } from '../src/order/bake.ts';
import { gamutSamples } from '../src/order/proofSamples.ts';
import { curveOf } from '../src/pack/curve.ts';
import { standardDisplay } from '../src/render/display.ts';
import { profileOf } from '../src/testing/profiles.ts';
import { ffmpeg, ocio, temporaryFolder, toPixels, worstDifference } from './tools.ts';

/** LUT files of every format a pack can hold, read by OpenColorIO 2 and FFmpeg. */

const folder = temporaryFolder();

/** A grid that tells its channels and their order apart. */
function bent(size: number): Cube3d {
  const data = gridCodes(size);
  for (let i = 0; i < data.length; i += 3) {
    const [r, g, b] = data.subarray(i, i + 3);
    data.set(
      [0.9 * r ** 0.8 + 0.1 * g, 0.8 * g + 0.15 * b * r, 0.05 + 0.95 * b ** 1.4].map((v) => Math.min(v, 1)),
      i,
    );
  }
  return { kind: '3d', size, ...unitDomain, data, title: 'Bent', comments: [] };
}

const uniform = seeded(5);
const colours = new Float32Array(900).map(() => uniform());

const clf = (cube: Cube3d) =>
  writeClf({
    id: 'bent',
    name: 'Bent',
    description: '',
    inputDescriptor: '',
    outputDescriptor: '',
    nodes: [gridLines(cube)],
  });

const texts: [string, (cube: Cube3d) => string, number][] = [
  ['cube', writeCube, 2e-5],
  ['spi3d', writeSpi3d, 2e-5],
  ['clf', clf, 2e-5],
  // Twelve bits, and a mesh that is rounded to whole codes.
  ['3dl', writeThreeDl, 2.5e-4],
];

describe.each(texts)('.%s', (ending, write, within) => {
  test.each([5, 17, 33])('a grid of %i is read by OpenColorIO as by us', (size) => {
    const cube = bent(size);
    const path = join(folder, `bent-${size}.${ending}`);
    writeFileSync(path, write(cube));
    const ours = Float32Array.from(colours);
    applyCube(cube, ours, 'tetrahedral');
    const theirs = ocio({ kind: 'file', path, interpolation: 'tetrahedral' }, toPixels(colours));
    expect(worstDifference(ours, theirs)).toBeLessThan(within);
    const again = parseLut(readFileSync(path, 'utf8'), path);
    const [grid] = again.stages;
    expect(again.stages).toHaveLength(1);
    expect(grid).toMatchObject({ kind: '3d', size });
    if (grid.kind === '3d')
      grid.data.forEach((v, i) => expect(Math.abs(v - cube.data[i])).toBeLessThan(within));
  });

  test('it is known by what is in it, and written the same twice', () => {
    const text = write(bent(5));
    expect(lutFormatOf(text, 'holiday.txt')).toBe(ending);
    expect(write(bent(5))).toBe(text);
  });
});

/** FFmpeg's picture of some colours, 16 bit. */
function throughFfmpeg(filter: string, more: readonly string[] = []): Float32Array {
  const [before, after] = [join(folder, 'before.png'), join(folder, 'after.png')];
  writeFileSync(before, writePng({ width: 30, height: 10, rgb: colours }));
  ffmpeg('-i', before, ...more, '-filter_complex', filter, '-frames:v', '1', '-pix_fmt', 'rgb48be', after);
  return parsePng(readFileSync(after), after).rgb;
}

test('FFmpeg reads the .3dl of 17 points it knows as we do', () => {
  const cube = bent(17);
  const path = join(folder, 'ff.3dl');
  writeFileSync(path, writeThreeDl(cube));
  const ours = Float32Array.from(colours);
  applyCube(cube, ours, 'tetrahedral');
  // FFmpeg divides by 4096 where the format has 4095.
  expect(
    worstDifference(ours, toPixels(throughFfmpeg(`lut3d=file=${path}:interp=tetrahedral`))),
  ).toBeLessThan(6e-4);
});

test.each([8, 16] as const)('FFmpeg reads a Hald image of %i bit as we do', (depth) => {
  const cube = bent(36);
  const path = join(folder, `hald${depth}.png`);
  writeFileSync(path, writeHald(cube, depth));
  const ours = Float32Array.from(colours);
  applyCube(parseHald(readFileSync(path), path), ours, 'tetrahedral');
  // At 8 bit FFmpeg takes the picture down to 8 bit as well, going in and coming out.
  const theirs = throughFfmpeg('[0][1]haldclut=interp=tetrahedral', ['-i', path]);
  expect(worstDifference(ours, toPixels(theirs))).toBeLessThan(depth === 16 ? 1e-4 : 6.5e-3);
  const again = parseHald(readFileSync(path), path);
  again.data.forEach((v, i) => expect(Math.abs(v - cube.data[i])).toBeLessThan(0.51 / (2 ** depth - 1)));
});

test('the Hald identity that FFmpeg writes is read as one', () => {
  const path = join(folder, 'identity.png');
  ffmpeg('-f', 'lavfi', '-i', 'haldclutsrc=6', '-frames:v', '1', path);
  const read = parseHald(readFileSync(path), path);
  expect(read.size).toBe(36);
  // Eight bits, cut off and not rounded.
  gridCodes(36).forEach((v, i) => expect(Math.abs(read.data[i] - v)).toBeLessThan(1 / 255));
});

test('OpenColorIO takes stops back by a trim’s .spi1d as the recipe does', () => {
  const profile = profileOf('heron');
  const order = compileBake({
    look: { ...newLook('None'), steps: [] },
    profile,
    display: standardDisplay,
    role: 'trim',
    offset: -1.5,
  });
  const path = join(folder, 'trim.spi1d');
  writeFileSync(path, writeSpi1d(curveOf(order)!));
  const codes = gamutSamples(order.ends.input, 400);
  const theirs = ocio({ kind: 'file', path, interpolation: 'trilinear' }, toPixels(codes));
  order.run(codes);
  expect(worstDifference(codes, theirs)).toBeLessThan(4e-4);
});

describe('what is no such file is refused with its place', () => {
  const spi = writeSpi3d(bent(2));
  const mesh = '0 512 1023';
  test.each([
    [
      'an .spi3d of two sizes',
      () => parseSpi3d(spi.replace('2 2 2', '2 2 3'), 'a.spi3d'),
      /line 3.*three equal sizes/,
    ],
    [
      'an .spi3d with a node twice',
      () => parseSpi3d(spi.replace('\n0 0 1 ', '\n0 0 0 '), 'a.spi3d'),
      /line 5.*0 0 0 stands twice/,
    ],
    ['an .spi3d cut short', () => parseSpi3d(spi.slice(0, -40), 'a.spi3d'), /a\.spi3d: line \d+/],
    [
      'an .spi3d with an index too high',
      () => parseSpi3d(spi.replace('\n1 1 1 ', '\n1 1 2 '), 'a'),
      /indices from 0 to 1/,
    ],
    ['a .3dl whose mesh falls', () => parseThreeDl('0 512 400\n', 'a.3dl'), /line 1.*rising/],
    ['a .3dl with too few rows', () => parseThreeDl(`${mesh}\n1 2 3\n`, 'a.3dl'), /line 2.*27 rows.*found 1/],
    [
      'a .3dl with a fraction',
      () => parseThreeDl(`${mesh}\n${'0.5 1 2\n'.repeat(27)}`, 'a.3dl'),
      /line 2.*whole numbers/,
    ],
    [
      'a picture that is no Hald image',
      () => parseHald(writePng({ width: 10, height: 10, rgb: new Float32Array(300) }), 'a.png'),
      /10×10 is no Hald image/,
    ],
  ])('%s', (_, read, says) => {
    expect(read).toThrow(FormatError);
    expect(read).toThrow(says);
  });

  test('a dark LUT is not written as .3dl, whose readers would take it for another', () => {
    const cube = bent(5);
    const dark = { ...cube, data: cube.data.map((v) => v * 0.2) };
    expect(() => writeThreeDl(dark)).toThrow(/quarter of its codes/);
    expect(() => writeHald(cube, 8)).toThrow(/square number/);
  });
});

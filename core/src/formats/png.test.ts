import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { ffmpeg, temporaryFolder } from '../../reference/tools.ts';
import { seeded } from '../numeric/random.ts';
import { shrink } from './frameScale.ts';
import { parsePng, writePng } from './png.ts';

const folder = temporaryFolder();
const uniform = seeded(1);
const frame = {
  width: 31,
  height: 17,
  rgb: new Float32Array(31 * 17 * 3).map(() => Math.round(uniform() * 65535) / 65535),
};

test('sixteen bits survive writing and reading to the code', () => {
  const again = parsePng(writePng(frame), 'a.png');
  expect(again).toMatchObject({ width: 31, height: 17, depth: 16 });
  again.rgb.forEach((v, i) => expect(Math.round(v * 65535)).toBe(Math.round(frame.rgb[i] * 65535)));
});

/** FFmpeg writes the same test picture in each pixel format; read as RGB it must be that format's own precision. */
test.each([
  ['rgb24', 8],
  ['rgba', 8],
  ['gray', 8],
  ['gray16be', 16],
  ['rgb48be', 16],
  ['rgba64be', 16],
  ['ya8', 8],
  ['monob', 1],
  ['pal8', 8],
])('reads %s as FFmpeg does', (format, depth) => {
  const file = join(folder, `${format}.png`);
  const back = join(folder, `${format}.raw`);
  ffmpeg('-f', 'lavfi', '-i', 'testsrc=size=37x23', '-frames:v', '1', '-pix_fmt', format, file);
  const wide = depth === 16;
  ffmpeg('-i', file, '-f', 'rawvideo', '-pix_fmt', wide ? 'rgb48le' : 'rgb24', back);
  const raw = readFileSync(back);
  const ours = parsePng(readFileSync(file), file);
  expect(ours).toMatchObject({ width: 37, height: 23, depth });
  const theirs = (i: number) => (wide ? raw.readUInt16LE(i * 2) / 65535 : raw[i] / 255);
  const worst = ours.rgb.reduce((w, v, i) => Math.max(w, Math.abs(v - theirs(i))), 0);
  expect(worst).toBeLessThan(1e-6);
});

const bytes = writePng(frame);
test.each([
  ['a text file', new TextEncoder().encode('hello, not a picture at all'), /byte 0: not a PNG/],
  ['nothing', new Uint8Array(0), /byte 0: not a PNG/],
  [
    'cut in the pixels',
    bytes.slice(0, bytes.length - 200),
    /truncated: chunk \d+ \(IDAT\) needs \d+ bytes more/,
  ],
  [
    'cut before the end',
    bytes.slice(0, bytes.length - 12),
    /truncated: the file ends before chunk \d+, without IEND/,
  ],
  ['cut in the header', bytes.slice(0, 20), /truncated/],
  ['damaged pixels', bytes.map((b, i) => (i === bytes.length - 40 ? b ^ 0xff : b)), /damaged PNG/],
])('%s is refused with file and place', (_, data, message) => {
  expect(() => parsePng(data, 'shot.png')).toThrow(/^shot\.png: /);
  expect(() => parsePng(data, 'shot.png')).toThrow(message);
});

test('a picture that says it is enormous is refused before it is inflated', () => {
  const bomb = Uint8Array.from(bytes);
  new DataView(bomb.buffer).setUint32(16, 60_000);
  new DataView(bomb.buffer).setUint32(20, 60_000);
  expect(() => parsePng(bomb, 'bomb.png')).toThrow(/60000×60000 is more than/);
});

test('shrinking keeps the mean and averages what lies under each new pixel', () => {
  const small = shrink(Float32Array.from([0, 0, 0, 1, 1, 1, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5]), 4, 1, 2, 1);
  expect(Array.from(small)).toEqual([0.5, 0.5, 0.5, 0.5, 0.5, 0.5]);
  const mean = (a: Float32Array) => a.reduce((x, y) => x + y, 0) / a.length;
  expect(mean(shrink(frame.rgb, 31, 17, 11, 7))).toBeCloseTo(mean(frame.rgb), 5);
});

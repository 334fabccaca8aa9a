import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseExr } from './exr.ts';

const demo = new URL('../../../demo/plates/', import.meta.url);
const bytes = readFileSync(new URL('heads-and-chart.exr', demo));

test('the chart’s patches hold what the renderer wrote down', () => {
  const { width, rgb } = parseExr(bytes, 'heads-and-chart.exr');
  const rows = readFileSync(new URL('heads-and-chart.csv', demo), 'utf8').trim().split('\n').slice(1);
  expect(rows.length).toBeGreaterThan(30);
  for (const row of rows) {
    const [, x0, y0, x1, y1, , , , ...rendered] = row.split(',').map(Number);
    const sum = [0, 0, 0];
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) for (let c = 0; c < 3; c++) sum[c] += rgb[(y * width + x) * 3 + c];
    const n = (x1 - x0) * (y1 - y0);
    rendered.forEach((r, c) => expect(Math.abs(sum[c] / n - r)).toBeLessThan(0.03 * Math.max(r, 0.02)));
  }
});

test.each([
  ['a text file', new TextEncoder().encode('hello'), /scene\.exr: byte 0: not an OpenEXR file/],
  ['half a file', bytes.subarray(0, 40_000), /scene\.exr: .*OpenEXR/],
])('%s is refused', (_, data, message) => {
  expect(() => parseExr(data, 'scene.exr')).toThrow(message);
});

/** An uncompressed float picture, row by row, as the OpenEXR file layout asks (from memory). */
function plainExr(
  width: number,
  height: number,
  at: (x: number, y: number) => number,
  display?: number[],
): Uint8Array {
  const parts: Buffer[] = [Buffer.from([0x76, 0x2f, 0x31, 0x01, 2, 0, 0, 0])];
  const ints = (...values: number[]) => {
    const buffer = Buffer.alloc(values.length * 4);
    values.forEach((v, i) => buffer.writeInt32LE(v, i * 4));
    return buffer;
  };
  const attribute = (name: string, type: string, value: Buffer) =>
    parts.push(Buffer.from(`${name}\0${type}\0`), ints(value.length), value);
  const channel = (name: string) =>
    Buffer.concat([Buffer.from(`${name}\0`), ints(2), Buffer.alloc(4), ints(1, 1)]);
  attribute('channels', 'chlist', Buffer.concat([...['B', 'G', 'R'].map(channel), Buffer.alloc(1)]));
  attribute('compression', 'compression', Buffer.alloc(1));
  attribute('dataWindow', 'box2i', ints(0, 0, width - 1, height - 1));
  attribute('displayWindow', 'box2i', ints(...(display ?? [0, 0, width - 1, height - 1])));
  attribute('lineOrder', 'lineOrder', Buffer.alloc(1));
  const one = Buffer.alloc(4);
  one.writeFloatLE(1);
  attribute('pixelAspectRatio', 'float', one);
  attribute('screenWindowCenter', 'v2f', Buffer.alloc(8));
  attribute('screenWindowWidth', 'float', one);
  parts.push(Buffer.alloc(1));
  const rowBytes = width * 12;
  const start = parts.reduce((sum, p) => sum + p.length, 0) + height * 8;
  for (let y = 0; y < height; y++) parts.push(ints(start + y * (rowBytes + 8), 0));
  for (let y = 0; y < height; y++) {
    const row = Buffer.alloc(rowBytes);
    for (let c = 0; c < 3; c++)
      for (let x = 0; x < width; x++) row.writeFloatLE(at(x, y), (c * width + x) * 4);
    parts.push(ints(y, rowBytes), row);
  }
  return new Uint8Array(Buffer.concat(parts));
}
const slope = (x: number, y: number) => x / 10 + y;

test('overscan is cut off at the display window', () => {
  const whole = parseExr(plainExr(6, 4, slope), 'a.exr');
  const shown = parseExr(plainExr(6, 4, slope, [1, 1, 4, 2]), 'a.exr');
  expect([whole.width, whole.height, shown.width, shown.height]).toEqual([6, 4, 4, 2]);
  expect(shown.rgb[0]).toBeCloseTo(slope(1, 1), 6);
  expect(shown.rgb[shown.rgb.length - 1]).toBeCloseTo(slope(4, 2), 6);
});

test.each([
  [
    'not a number',
    plainExr(4, 3, (x, y) => (x === 2 && y === 1 ? NaN : 0.2)),
    /pixel 2, 1, channel R: 3 values/,
  ],
  ['without end', plainExr(4, 3, (x, y) => (x === 3 && y === 2 ? -Infinity : 0.2)), /pixel 3, 2, channel R/],
  ['cropped', plainExr(4, 3, slope, [0, 0, 9, 5]), /dataWindow: only 4×3 of the picture's 10×6 pixels/],
])('a picture that is %s is refused', (_, data, message) => {
  expect(() => parseExr(data, 'wild.exr')).toThrow(message);
});

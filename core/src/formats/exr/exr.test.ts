import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseExr } from './parse.ts';
import { plainExr } from '../../testing/plainExr.ts';

const demo = new URL('../../../../demo/plates/', import.meta.url);
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

const slope = (x: number, y: number) => x / 10 + y;

test('overscan is cut off at the display window', () => {
  const whole = parseExr(plainExr(6, 4, slope), 'a.exr');
  const shown = parseExr(plainExr(6, 4, slope, { display: [1, 1, 4, 2] }), 'a.exr');
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
  [
    'cropped',
    plainExr(4, 3, slope, { display: [0, 0, 9, 5] }),
    /dataWindow: only 4×3 of the picture's 10×6 pixels/,
  ],
])('a picture that is %s is refused', (_, data, message) => {
  expect(() => parseExr(data, 'wild.exr')).toThrow(message);
});

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

import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { parseChartCsv } from '../formats/chartCsv.ts';
import { chartLayout, evenLayout } from './chartLayout.ts';
import { marksSchema, patchOutlines } from './marks.ts';

const file = new URL('../../../demo/plates/heads-and-chart.csv', import.meta.url);
const size = { width: 1280, height: 720 };

test('places in a file become the chart’s corners, and every patch lies where the file says', () => {
  const csv = parseChartCsv(readFileSync(file, 'utf8'), 'heads-and-chart.csv');
  expect(csv.kinds).toEqual(['reflectance', 'rendered']);
  const mark = { id: 'c', kind: 'chart' as const, ...chartLayout(csv, 'rendered', size) };
  expect(marksSchema.safeParse([mark]).success).toBe(true);
  const outlines = patchOutlines(mark, 1);
  csv.rows.forEach(({ place }, i) => {
    const [x0, y0, x1, y1] = place!;
    const [topLeft, , bottomRight] = outlines[i];
    expect(topLeft[0] * size.width).toBeCloseTo(x0, 6);
    expect(topLeft[1] * size.height).toBeCloseTo(y0, 6);
    expect(bottomRight[0] * size.width).toBeCloseTo(x1, 6);
    expect(bottomRight[1] * size.height).toBeCloseTo(y1, 6);
  });
});

test('without places, patches fill a grid row by row and keep their names and references', () => {
  const rows = Array.from({ length: 24 }, (_, i) => `p${i},${40 + i},0,0`).join('\n');
  const csv = parseChartCsv(`patch,L,a,b\n${rows}`, 'c.csv');
  const { patches } = chartLayout(csv, 'lab', size);
  expect(patches).toHaveLength(24);
  expect(patches[7]).toMatchObject({ name: 'p7', u0: 1 / 6, v0: 0.25 });
  expect(patches[7].reference![1]).toBeGreaterThan(patches[6].reference![1]);
});

test('an even layout has as many patches as its grid', () => {
  expect(evenLayout(11, 1).patches).toHaveLength(11);
  expect(evenLayout(6, 4).patches[23]).toMatchObject({ name: 'D6', u1: 1, v1: 1, reference: null });
});

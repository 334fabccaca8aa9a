import type { ChartFile } from '../formats/chartCsv.ts';
import { type GridMark, gridPatches, type Patch } from './marks.ts';

type Layout = Pick<GridMark, 'corners' | 'patches'>;

/** Where a chart is put before anybody has moved its corners. */
const middle: GridMark['corners'] = [
  [0.3, 0.3],
  [0.7, 0.3],
  [0.7, 0.7],
  [0.3, 0.7],
];

/** An even grid of patches in the middle of the frame. */
export const evenLayout = (columns: number, rows: number): Layout => ({
  corners: middle,
  patches: gridPatches(columns, rows),
});

/**
 * A chart from a file of references. Where the file states places, the chart's corners are the box around them, as
 * shares of the picture they are counted on; where it does not, patches fill a grid of `columns`, row by row.
 * @param kind which of the file's value columns to take.
 */
export function chartLayout(
  { rows }: ChartFile,
  kind: string,
  { width, height }: { width: number; height: number },
  columns = 6,
): Layout {
  const places = rows.map((r) => r.place);
  if (places.some((p) => p === null)) {
    const grid = gridPatches(Math.min(columns, rows.length), Math.ceil(rows.length / columns));
    const patches = rows.map((r, i): Patch => ({ ...grid[i], name: r.name, reference: r.values[kind] }));
    return { corners: middle, patches };
  }
  const all = places as [number, number, number, number][];
  const [left, top] = [Math.min(...all.map((p) => p[0])), Math.min(...all.map((p) => p[1]))];
  const [right, bottom] = [Math.max(...all.map((p) => p[2])), Math.max(...all.map((p) => p[3]))];
  const u = (x: number) => (x - left) / (right - left);
  const v = (y: number) => (y - top) / (bottom - top);
  const patches = rows.map((r, i): Patch => {
    const [x0, y0, x1, y1] = all[i];
    return { name: r.name, u0: u(x0), v0: v(y0), u1: u(x1), v1: v(y1), reference: r.values[kind] };
  });
  const [l, t, r, b] = [left / width, top / height, right / width, bottom / height];
  return {
    corners: [
      [l, t],
      [r, t],
      [r, b],
      [l, b],
    ],
    patches,
  };
}

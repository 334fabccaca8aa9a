import { type GridMark, isBox, type Mark, type Point } from '@velvet-dusk/core/plate/marks';

const hold = (x: number) => Math.min(Math.max(x, 0), 1);
const ordered = (a: number, b: number): [number, number] => (a < b ? [hold(a), hold(b)] : [hold(b), hold(a)]);

/** A mark moved by shares of the frame; with a corner (0 top left, clockwise) only that corner moves. */
export function moveMark(mark: Mark, dx: number, dy: number, corner: number): Mark {
  if (isBox(mark)) {
    const { x0, y0, x1, y1 } = mark.area;
    if (corner < 0) {
      const [w, h] = [x1 - x0, y1 - y0];
      const [x, y] = [Math.min(Math.max(x0 + dx, 0), 1 - w), Math.min(Math.max(y0 + dy, 0), 1 - h)];
      return { ...mark, area: { x0: x, y0: y, x1: Math.min(x + w, 1), y1: Math.min(y + h, 1) } };
    }
    const left = corner === 0 || corner === 3;
    const upper = corner < 2;
    const [xa, xb] = ordered(x0 + (left ? dx : 0), x1 + (left ? 0 : dx));
    const [ya, yb] = ordered(y0 + (upper ? dy : 0), y1 + (upper ? 0 : dy));
    return { ...mark, area: { x0: xa, y0: ya, x1: xb, y1: yb } };
  }
  const corners = mark.corners.map(([x, y], i): Point =>
    corner < 0 || i === corner ? [x + dx, y + dy] : [x, y],
  );
  return { ...mark, corners: corners as GridMark['corners'] };
}

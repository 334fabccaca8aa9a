import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { gridPatches, type Mark, marksSchema } from '@velvet-dusk/core/plate/marks';
import { newMarkId } from '@velvet-dusk/core/plate/marks';
import { moveMark } from './markEdit.ts';

const box: Mark = { id: 'a', kind: 'neutral', area: { x0: 0.2, y0: 0.3, x1: 0.4, y1: 0.5 } };
const chart: Mark = {
  id: 'c',
  kind: 'chart',
  corners: [
    [0.1, 0.1],
    [0.5, 0.1],
    [0.5, 0.4],
    [0.1, 0.4],
  ],
  patches: gridPatches(6, 4),
};
const areaOf = (mark: Mark) => (mark as typeof box & { area: { x0: number } }).area;

describe('marks are moved', () => {
  test('a box as a whole keeps its size and stays on the frame', () => {
    expect(areaOf(moveMark(box, 0.1, -0.1, -1))).toMatchObject({
      x0: expect.closeTo(0.3, 10) as number,
      y1: expect.closeTo(0.4, 10) as number,
    });
    expect(areaOf(moveMark(box, 5, 5, -1))).toMatchObject({ x1: 1, y1: 1 });
  });

  test('a corner dragged over its opposite turns the box, never inside out', () => {
    const turned = areaOf(moveMark(box, 0.4, 0.4, 0)) as { x0: number; x1: number; y0: number; y1: number };
    expect(turned).toMatchObject({ x0: 0.4, x1: expect.closeTo(0.6, 10) as number });
    expect(turned.y0).toBeLessThan(turned.y1);
  });

  test('one corner of a chart moves alone; without a corner all four do', () => {
    const one = moveMark(chart, 0.05, 0, 1) as typeof chart & { corners: number[][] };
    expect(one.corners.map((c) => Number(c[0].toFixed(2)))).toEqual([0.1, 0.55, 0.5, 0.1]);
    const all = moveMark(chart, 0, 0.1, -1) as typeof chart & { corners: number[][] };
    expect(all.corners.map((c) => Number(c[1].toFixed(2)))).toEqual([0.2, 0.2, 0.5, 0.5]);
  });

  test('however it is moved, a box is one the server takes', () => {
    const by = fc.double({ min: -2, max: 2, noNaN: true });
    fc.assert(
      fc.property(by, by, fc.constantFrom(-1, 0, 1, 2, 3), (dx, dy, corner) => {
        return marksSchema.safeParse([moveMark(box, dx, dy, corner)]).success;
      }),
    );
  });

  test('a new mark has an ID of its own', () => {
    expect(newMarkId([])).toBe('m1');
    expect(newMarkId([{ ...box, id: 'm2' }])).toBe('m3');
    expect(newMarkId([box, { ...box, id: 'm3' }])).toBe('m4');
  });
});

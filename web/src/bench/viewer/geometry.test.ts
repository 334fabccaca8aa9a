import { describe, expect, test } from 'vitest';
import { viewerGeometry } from './geometry.ts';

const canvas = { width: 764, height: 456 };
const frame = { width: 1280, height: 720 };

describe('where a picture lies on the canvas', () => {
  test('fitted, it is whole, centred, and drawn from a copy of its own size', () => {
    const g = viewerGeometry(canvas, frame, 'fit', [0.1, 0.9]);
    expect([g.shownWidth, g.shownHeight]).toEqual([764, 430]);
    expect([g.sourceWidth, g.sourceHeight, g.texelsPerPixel]).toEqual([764, 430, 1]);
    expect(g.origin).toEqual([0, 13]);
  });

  test('a frame smaller than the canvas is not blown up by fitting', () => {
    const g = viewerGeometry(canvas, { width: 320, height: 180 }, 'fit', [0.5, 0.5]);
    expect(g.scale).toBe(1);
    expect(g.origin).toEqual([222, 138]);
  });

  test('at 1:1 and 2:1 it is drawn from the frame itself, round the point asked for', () => {
    const one = viewerGeometry(canvas, frame, 1, [0.5, 0.5]);
    expect([one.sourceWidth, one.texelsPerPixel, one.origin[0], one.origin[1]]).toEqual([
      1280, 1, -258, -132,
    ]);
    const two = viewerGeometry(canvas, frame, 2, [0.5, 0.5]);
    expect([two.shownWidth, two.texelsPerPixel]).toEqual([2560, 0.5]);
  });

  test.each([
    [
      [0, 0],
      [0, 0],
    ],
    [
      [1, 1],
      [764 - 1280, 456 - 720],
    ],
  ] as const)('a point at the edge %j stops the picture there: no surround shows', (centre, origin) => {
    expect(viewerGeometry(canvas, frame, 1, centre).origin).toEqual(origin);
  });
});

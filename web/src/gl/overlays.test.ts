import { describe, expect, test } from 'vitest';
import { overlayStops } from '@velvet-dusk/core/order/overlayScale';
import { bandColours, bandStops } from '@velvet-dusk/core/scopes/exposureBands';
import { endColours, overlayNumbers, overlayShader, paintOverlay } from './overlays.ts';

const paint = (
  rgb: number[],
  marks: number[] | null,
  kind: Parameters<typeof paintOverlay>[3],
  lens = false,
) => paintOverlay(Float32Array.from(rgb), marks && Float32Array.from(marks), 0, kind, lens);
const hexOf = (rgb: readonly number[]) =>
  `#${rgb
    .map((v) =>
      Math.round(v * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
const stopsMark = (stops: number) => (stops - overlayStops.low) / (overlayStops.high - overlayStops.low);

describe('what is painted over a pixel', () => {
  test('none leaves it; the cast lens triples its chroma and keeps a grey', () => {
    expect(paint([0.2, 0.5, 0.75], null, 'none')).toEqual([0.2, 0.5, 0.75].map(Math.fround));
    for (const v of paint([0.4, 0.4, 0.4], null, 'none', true)) expect(v).toBeCloseTo(0.4, 6);
    const [r, , b] = paint([0.45, 0.4, 0.38], null, 'none', true);
    // BT.709 luma is 0.409 here, so red stands three times 0.041 above it.
    expect(r).toBeCloseTo(0.532, 2);
    expect(b).toBeCloseTo(0.322, 2);
  });

  test('bands take the colour of the nearest whole stop, and hold at their ends', () => {
    for (const [stops, band] of [
      [0, 0],
      [0.4, 0],
      [0.6, 1],
      [-3.2, -3],
      [-30, bandStops.low],
      [30, bandStops.high],
    ])
      expect(hexOf(paint([0.5, 0.5, 0.5], [stopsMark(stops), 0, 0], 'bands'))).toBe(
        bandColours[band - bandStops.low],
      );
  });

  test('ends mark what is clipped in any channel and crushed in all; the rest steps back to grey', () => {
    expect(hexOf(paint([0.4, 1, 0.2], null, 'ends'))).toBe(endColours.clipped);
    expect(hexOf(paint([0, 0, 0], null, 'ends'))).toBe(endColours.crushed);
    const [r, g, b] = paint([0.6, 0.3, 0.1], null, 'ends');
    expect([g, b]).toEqual([r, r]);
    expect(paint([0, 0, 0.5], null, 'ends')).not.toEqual(paint([0, 0, 0], null, 'ends'));
  });

  test('a selection keeps what it holds and takes the colour from the rest', () => {
    const whole = paint([0.6, 0.3, 0.1], [0, 1, 0], 'matte');
    whole.forEach((v, c) => expect(v).toBeCloseTo([0.6, 0.3, 0.1][c], 6));
    const outside = paint([0.6, 0.3, 0.1], [0, 0, 0], 'matte');
    expect(outside[1]).toBeCloseTo(outside[0], 6);
    expect(outside[0]).toBeLessThan(0.2);
  });

  test('texture alone is what it adds, threefold, round the middle; without marks the picture stays', () => {
    const added = paint([0.55, 0.5, 0.4], [0.5, 0.5, 0.5], 'texture');
    [0.65, 0.5, 0.2].forEach((v, c) => expect(added[c]).toBeCloseTo(v, 6));
    expect(paint([1, 0, 0], [0, 1, 0], 'texture')).toEqual([1, 0, 0.5]);
    expect(paint([0.3, 0.2, 0.1], null, 'texture')).toEqual([0.3, 0.2, 0.1].map(Math.fround));
  });

  test('the shader knows every overlay by the same number', () => {
    const numbers = Object.values(overlayNumbers);
    expect(new Set(numbers).size).toBe(numbers.length);
    for (const kind of ['ends', 'bands', 'matte', 'gamut', 'texture'] as const)
      expect(overlayShader).toContain(`kind == ${overlayNumbers[kind]}`);
  });
});

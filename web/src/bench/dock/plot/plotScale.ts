import type { Axis } from '@velvet-dusk/core/numeric/axis';

export type { Axis };

export const plotMargin = { left: 38, right: 18, top: 8, bottom: 18 };

/** Values of two axes ↔ pixels of a drawing; y is held to its axis. */
export function plotScale(width: number, height: number, x: Axis, y: Axis) {
  const { left, right, top, bottom } = plotMargin;
  const w = Math.max(width - left - right, 10);
  const h = Math.max(height - top - bottom, 10);
  const hold = (v: number) => Math.min(Math.max(v, y.min), y.max);
  return {
    x: (v: number) => left + ((v - x.min) / (x.max - x.min)) * w,
    y: (v: number) => top + h * (1 - (hold(v) - y.min) / (y.max - y.min)),
    xAt: (px: number) => x.min + ((px - left) / w) * (x.max - x.min),
    perX: w / (x.max - x.min),
    perY: h / (y.max - y.min),
    bottom: top + h,
    right: left + w,
  };
}
export type PlotScale = ReturnType<typeof plotScale>;

/** A line through values at places of the x axis, as an SVG path. */
export const plotPath = (s: PlotScale, xs: readonly number[], at: (x: number, i: number) => number) =>
  xs.map((x, i) => `${i ? 'L' : 'M'}${s.x(x).toFixed(1)} ${s.y(at(x, i)).toFixed(1)}`).join('');

/** Even places over an axis, both ends too. */
export const evenPlaces = ({ min, max }: Axis, count: number) =>
  Array.from({ length: count }, (_, i) => min + ((max - min) * i) / (count - 1));

import { railStops } from '@velvet-dusk/core/scopes/stopHistogram';

export const margin = { left: 38, right: 18, top: 8, bottom: 20 };

/** Stops and % ↔ pixels of the rail's drawing. */
export function railScale(width: number, height: number) {
  const w = Math.max(width - margin.left - margin.right, 10);
  const h = Math.max(height - margin.top - margin.bottom, 10);
  const perStop = w / (railStops.high - railStops.low);
  return {
    x: (stops: number) => margin.left + (stops - railStops.low) * perStop,
    y: (percent: number) => margin.top + h * (1 - Math.min(Math.max(percent, -2), 102) / 100),
    perStop,
    perPercent: h / 100,
    bottom: margin.top + h,
    right: margin.left + w,
  };
}
export type RailScale = ReturnType<typeof railScale>;

export const path = (points: readonly (readonly [number, number])[], s: RailScale) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${s.x(x).toFixed(1)} ${s.y(y).toFixed(1)}`).join('');

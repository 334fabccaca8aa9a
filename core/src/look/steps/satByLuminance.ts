import { z } from 'zod';
import { monotoneCubic } from '../../numeric/monotoneCubic.ts';
import { curvePoints, type CurvePoint, xsOf, ysOf } from './curvePoints.ts';
import { editOklab } from '../../colour/oklabPixels.ts';
import { stopsOf } from './seenColour.ts';
import { defineStep } from './step.ts';

export const satByLuminanceAxes = { x: { min: -8, max: 6 }, y: { min: 0, max: 2 } };

/** A factor of saturation over stops; the end points hold beyond. */
export function satFactor(points: readonly CurvePoint[]): (stops: number) => number {
  const curve = monotoneCubic(xsOf(points), ysOf(points));
  const [first, last] = [points[0].x, points[points.length - 1].x];
  return (stops) => curve.at(Math.min(Math.max(stops, first), last));
}

/** The factor as a table over the stops a light can have, 64 entries a stop. */
function tabled(factor: (stops: number) => number): (stops: number) => number {
  const [low, high, perStop] = [-14, 14, 64];
  const top = (high - low) * perStop;
  const values = Float64Array.from({ length: top + 1 }, (_, i) => factor(low + i / perStop));
  return (stops) => {
    const at = Math.min(Math.max((stops - low) * perStop, 0), top);
    const k = Math.min(at | 0, top - 1);
    return values[k] + (at - k) * (values[k + 1] - values[k]);
  };
}

/** Saturation by luminance: Oklab chroma times a factor that depends on stops from mid-grey. */
export const satByLuminance = defineStep({
  id: 'satByLuminance',
  label: 'Saturation by luminance',
  schema: z.strictObject({
    points: curvePoints(
      satByLuminanceAxes.x,
      satByLuminanceAxes.y,
      [-5, -2.5, 0, 2.5, 4.5].map((x) => ({ x, y: 1 })),
    ),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.points.every(({ y }) => y === 1),
  summary: (p) => p.points.map(({ y }) => y.toFixed(1)).join(' '),
  compile(p) {
    const factor = tabled(satFactor(p.points));
    return {
      run: (rgb) =>
        editOklab(rgb, (lab) => {
          const f = factor(stopsOf(lab));
          lab[1] *= f;
          lab[2] *= f;
          return true;
        }),
    };
  },
});

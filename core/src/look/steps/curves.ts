import { z } from 'zod';
import { linearToStops, stopsToLinear } from '../../colour/exposure.ts';
import { acescct, highestAcescct } from '../../colour/transfer/acescct.ts';
import { monotoneCubic } from '../../numeric/monotoneCubic.ts';
import { curvePoints, type CurvePoint, xsOf, ysOf } from './curvePoints.ts';
import { defineStep } from './step.ts';

/** Both axes of a curve, in stops from mid-grey. */
export const curveAxis = { min: -8, max: 6 };
/** Points of a curve at rest. */
const restPoints: readonly CurvePoint[] = [-6, 0, 4].map((x) => ({ x, y: x }));
const curve = () => curvePoints(curveAxis, { min: -10, max: 8 }, restPoints);

export const curvesSchema = z.strictObject({
  master: curve(),
  red: curve(),
  green: curve(),
  blue: curve(),
});
export type CurvesParams = z.output<typeof curvesSchema>;
export const curveNames = ['master', 'red', 'green', 'blue'] as const;
export type CurveName = (typeof curveNames)[number];

const isStraight = (points: readonly CurvePoint[]) => points.every((p) => p.x === p.y);

/** Levels held so that they never fall, outward from the point nearest mid-grey; says whether any had to be. */
export function risingPoints(points: readonly CurvePoint[]): { points: CurvePoint[]; held: boolean } {
  const ys = ysOf(points);
  const middle = points.reduce((best, p, i) => (Math.abs(p.x) < Math.abs(points[best].x) ? i : best), 0);
  for (let i = middle + 1; i < ys.length; i++) ys[i] = Math.max(ys[i], ys[i - 1]);
  for (let i = middle - 1; i >= 0; i--) ys[i] = Math.min(ys[i], ys[i + 1]);
  return { points: points.map(({ x }, i) => ({ x, y: ys[i] })), held: ys.some((y, i) => y !== points[i].y) };
}

const codeOf = (stops: number) => acescct.forward(stopsToLinear(stops));
/** Where the table of a curve begins: far below black. */
const lowestCode = acescct.forward(-1);
const tableSize = 4096;

/** A curve as a table over ACEScct; straight lines continue it. */
function table(points: readonly CurvePoint[]) {
  const rising = risingPoints(points).points;
  const spline = monotoneCubic(xsOf(rising).map(codeOf), ysOf(rising).map(codeOf));
  const values = Float64Array.from({ length: tableSize }, (_, i) =>
    spline.at(lowestCode + ((highestAcescct - lowestCode) * i) / (tableSize - 1)),
  );
  return (code: number) => {
    const at = ((code - lowestCode) / (highestAcescct - lowestCode)) * (tableSize - 1);
    const k = Math.min(Math.max(Math.floor(at), 0), tableSize - 2);
    return values[k] + (at - k) * (values[k + 1] - values[k]);
  };
}

/** What a curve makes of a level, stops to stops: for its drawing. */
export function curveStops(points: readonly CurvePoint[]): (stops: number) => number {
  const at = table(points);
  return (stops) =>
    linearToStops(Math.max(acescct.inverse(Math.min(at(codeOf(stops)), highestAcescct)), 1e-9));
}

/** Curves over stops: one for all channels, then one each; monotone cubics in ACEScct (Fritsch–Carlson 1980). */
export const curves = defineStep({
  id: 'curves',
  label: 'Curves',
  schema: curvesSchema,
  keeps: { neutral: false, luminance: false },
  isNeutral: (p) => curveNames.every((n) => isStraight(p[n])),
  summary: (p) => curveNames.filter((n) => !isStraight(p[n])).join(' ') || 'straight',
  compile(p) {
    const held = curveNames.filter((n) => risingPoints(p[n]).held);
    const master = isStraight(p.master) ? null : table(p.master);
    const channels = [p.red, p.green, p.blue].map((c) => (isStraight(c) ? null : table(c)));
    return {
      run(rgb) {
        for (let c = 0; c < 3; c++) {
          const own = channels[c];
          if (!master && !own) continue;
          for (let i = c; i < rgb.length; i += 3) {
            let code = acescct.forward(rgb[i]);
            if (master) code = master(code);
            if (own) code = own(code);
            rgb[i] = acescct.inverse(Math.min(code, highestAcescct));
          }
        }
      },
      notes: held.map((n) => `Curves: points of ${n} are held level, or darker tones would come out lighter`),
    };
  },
});

import { z } from 'zod';
import { monotoneCubic } from '../../numeric/monotoneCubic.ts';
import { curvePoints, type CurvePoint, xsOf } from './curvePoints.ts';
import { editOklab } from '../../colour/oklabPixels.ts';
import { saturationOf } from './seenColour.ts';
import { defineStep } from './step.ts';

/** Saturation is Oklab chroma over lightness: skin lies near 0.1, paint and neon from 0.25. */
export const satBySaturationAxes = { x: { min: 0, max: 0.5 }, y: { min: 0, max: 2 } };
const minGap = 0.01;
/** The saturation that comes out rises at least this much for each unit that goes in. */
const flattest = 0.05;

/** Saturation in → saturation out, never turning round; says whether points had to be held for that. */
export function satOut(points: readonly CurvePoint[]): { at: (saturation: number) => number; held: boolean } {
  const xs = [0, ...xsOf(points).filter((x) => x > 0)];
  const inside = points.filter((p) => p.x > 0);
  const outs = [0, ...inside.map((p) => p.x * p.y)];
  let held = false;
  for (let i = 1; i < outs.length; i++) {
    const least = outs[i - 1] + flattest * (xs[i] - xs[i - 1]);
    if (outs[i] < least - 1e-12) held = true;
    outs[i] = Math.max(outs[i], least);
  }
  const curve = monotoneCubic(xs, outs);
  const [top, factor] = [xs[xs.length - 1], outs[outs.length - 1] / xs[xs.length - 1]];
  return { at: (s) => (s >= top ? s * factor : curve.at(s)), held };
}

/** Saturation by saturation: weak and strong colours are scaled apart; hue and lightness stay. */
export const satBySaturation = defineStep({
  id: 'satBySaturation',
  label: 'Saturation by saturation',
  schema: z.strictObject({
    points: curvePoints(
      satBySaturationAxes.x,
      satBySaturationAxes.y,
      [0.04, 0.1, 0.2, 0.35].map((x) => ({ x, y: 1 })),
      minGap,
    ),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.points.every(({ y }) => y === 1),
  summary: (p) => p.points.map(({ y }) => y.toFixed(1)).join(' '),
  compile(p) {
    const { at, held } = satOut(p.points);
    return {
      run: (rgb) =>
        editOklab(rgb, (lab) => {
          const s = saturationOf(lab);
          if (s < 1e-7) return false;
          const f = at(s) / s;
          lab[1] *= f;
          lab[2] *= f;
          return true;
        }),
      notes: held
        ? [
            'Saturation by saturation: points are held, or strong colours would come out weaker than weak ones',
          ]
        : [],
    };
  },
});

import { z } from 'zod';
import { monotoneCubic } from '../../numeric/monotoneCubic.ts';
import { defineFamily } from './family.ts';

/** Light over this is spaced as its logarithm, light under it evenly: a curve of any range bends gently in this. */
const knee = 0.01;
const toEven = (x: number) => Math.asinh(x / knee);
const fromEven = (u: number) => knee * Math.sinh(u);
/** Points a document may hold. */
export const maxPoints = 4096;

const rising = (points: readonly (readonly [number, number])[]) =>
  points.every(([s, x], i) => i === 0 || (s > points[i - 1][0] && x > points[i - 1][1]));

/** A curve known only by its points: signal and the scene-linear light that gives it. */
export const sampled = defineFamily({
  id: 'sampled',
  label: 'Sampled',
  schema: z
    .strictObject({
      family: z.literal('sampled'),
      points: z
        .array(z.tuple([z.number(), z.number()]))
        .min(2)
        .max(maxPoints)
        .meta({ label: 'Points: signal, scene-linear' }),
    })
    .refine((p) => rising(p.points), {
      path: ['points'],
      message: 'signal and light must both rise from point to point',
    }),
  make({ points }) {
    const curve = monotoneCubic(
      points.map((p) => p[0]),
      points.map((p) => toEven(p[1])),
    );
    const forward = (x: number) => curve.inverse(toEven(x));
    return {
      forward,
      inverse: (y) => fromEven(curve.at(y)),
      derivative: (x) => 1 / (knee * Math.cosh(toEven(x)) * curve.slope(forward(x))),
    };
  },
  example: {
    family: 'sampled',
    points: [
      [0.06, 0],
      [0.25, 0.02],
      [0.4, 0.18],
      [0.6, 0.9],
      [0.9, 12],
    ],
  },
  equation: { lines: ['a smooth curve that rises through every point'], letters: {} },
  citation: 'Monotone cubic: Fritsch and Carlson 1980',
});

import { z } from 'zod';

/** A curve as its points. They are sorted by x when they are read, and never share an x. */
export const minPointGap = 0.05;

interface Axis {
  min: number;
  max: number;
}
export type CurvePoint = { x: number; y: number };

/** Schema of the points of a curve, two at least, with the curve's own axes and its points at rest. */
export function curvePoints(x: Axis, y: Axis, rest: readonly CurvePoint[], gap = minPointGap) {
  const point = z.strictObject({ x: z.number().min(x.min).max(x.max), y: z.number().min(y.min).max(y.max) });
  return z
    .array(point)
    .min(2)
    .max(16)
    .transform((points) => [...points].sort((a, b) => a.x - b.x))
    .refine((points) => points.every((p, i) => i === 0 || p.x - points[i - 1].x >= gap - 1e-9), {
      message: `two points of a curve lie closer than ${gap}`,
    })
    .prefault(rest.map((p) => ({ ...p })));
}

export const xsOf = (points: readonly CurvePoint[]) => points.map((p) => p.x);
export const ysOf = (points: readonly CurvePoint[]) => points.map((p) => p.y);

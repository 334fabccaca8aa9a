import type { CurvePoint } from '@velvet-dusk/core/look/steps/curvePoints';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { editParams } from '../../../state/document.ts';
import type { CurveKind } from './curveKinds.ts';

const most = 16;
const hold = (x: number, low: number, high: number) => Math.min(Math.max(x, low), high);
export const pointsOf = (step: LookStep, kind: CurveKind) => step.params[kind.key] as CurvePoint[];

/** Moves a point, between its neighbours and inside the axes. */
export function movePoint(step: LookStep, kind: CurveKind, index: number, to: Partial<CurvePoint>): void {
  editParams(step.id, (params) => {
    const points = params[kind.key] as CurvePoint[];
    const point = { ...points[index], ...to };
    const low = index > 0 ? points[index - 1].x + kind.gap : kind.x.min;
    const high = index < points.length - 1 ? points[index + 1].x - kind.gap : kind.x.max;
    const x = Number(hold(point.x, low, high).toFixed(4));
    const y = Number(hold(point.y, kind.y.min, kind.y.max).toFixed(4));
    return { [kind.key]: points.with(index, { x, y }) };
  });
}

/** Puts a point on the curve at x, or finds the one that is there. @returns its index; −1 where there is no room. */
export function addPoint(step: LookStep, kind: CurveKind, x: number): number {
  const points = pointsOf(step, kind);
  const near = points.findIndex((p) => Math.abs(p.x - x) < kind.gap * 2);
  if (near >= 0) return near;
  if (points.length >= most || x < kind.x.min || x > kind.x.max) return -1;
  const y = Number(hold(kind.drawn(points)(x), kind.y.min, kind.y.max).toFixed(3));
  const at = points.findIndex((p) => p.x > x);
  const index = at < 0 ? points.length : at;
  const point = { x: Number(x.toFixed(3)), y };
  editParams(step.id, () => ({ [kind.key]: points.toSpliced(index, 0, point) }));
  return index;
}

/** Takes a point away; two stay. */
export function removePoint(step: LookStep, kind: CurveKind, index: number): void {
  const points = pointsOf(step, kind);
  if (points.length > 2) editParams(step.id, () => ({ [kind.key]: points.toSpliced(index, 1) }));
}

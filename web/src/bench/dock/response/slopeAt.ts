import type { LookStep } from '@velvet-dusk/core/look/document';
import { responseOf } from '@velvet-dusk/core/look/response';
import type { NumberFieldSpec } from '@velvet-dusk/core/numberField';
import type { Handle, ResponseView } from './responseKinds.ts';

/** How far a step's line moves where a handle sits, for one unit of its parameter: tried on the step itself. */
export function slopeAt(
  step: LookStep,
  { axis, quantity, y }: ResponseView,
  { key, x, line = 0 }: Handle,
  spec: NumberFieldSpec,
): number {
  const value = step.params[key] as number;
  const by = (spec.max - spec.min) * 1e-3;
  const [low, high] = [Math.max(value - by, spec.min), Math.min(value + by, spec.max)];
  const place = x(step.params as Record<string, number>);
  const at = (v: number) =>
    responseOf({ ...step, params: { ...step.params, [key]: v } }, axis, quantity, [place])[line][0];
  const slope = (at(high) - at(low)) / (high - low);
  // Where the step does nothing here, the whole height stands for the whole parameter.
  return Math.abs(slope) > 1e-4 ? slope : (y.max - y.min) / (spec.max - spec.min);
}

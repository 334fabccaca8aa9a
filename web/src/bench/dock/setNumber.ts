import type { LookStep } from '@velvet-dusk/core/look/document';
import type { NumberFieldSpec } from '@velvet-dusk/core/numberField';
import { editParams, editStep } from '../../state/document.ts';

/** Sets a number of a step, held to its limits; a step that was off is switched on by being moved. */
export function setNumber(step: LookStep, key: string, { min, max }: NumberFieldSpec, value: number): void {
  if (!step.on) editStep(step.id, { on: true });
  editParams(step.id, () => ({ [key]: Number(Math.min(Math.max(value, min), max).toFixed(4)) }));
}

import type { LookStep } from '@velvet-dusk/core/look/document';
import type { StepType } from '@velvet-dusk/core/look/steps/index';
import { useDocument } from '../../state/document.ts';
import { useView } from '../../state/view.ts';

/** The step of some kinds that a dock works on: the chosen one, else the first of the look. */
export function useStepOf(...types: readonly StepType[]): LookStep | undefined {
  const steps = useDocument((s) => s.look.steps);
  const stepId = useView((s) => s.stepId);
  const fits = steps.filter((s) => (types as readonly string[]).includes(s.type));
  return fits.find((s) => s.id === stepId) ?? fits[0];
}

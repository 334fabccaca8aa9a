import type { LookStep } from '@velvet-dusk/core/look/document';
import type { StepType } from '@velvet-dusk/core/look/steps/index';
import { useDocument } from '../../../state/document.ts';
import { type DockId, useView } from '../../../state/view.ts';
import { dockOf } from '../docks.ts';
import { responseKinds } from './responseKinds.ts';

/** The chosen step, where it belongs to a dock and is drawn by what it does. */
export function useResponseStep(dock: DockId): LookStep | undefined {
  const stepId = useView((s) => s.stepId);
  const step = useDocument((s) => s.look.steps.find((other) => other.id === stepId));
  const type = step?.type as StepType | undefined;
  return type && dockOf[type] === dock && responseKinds[type] ? step : undefined;
}

import type { Look, LookStep } from '@velvet-dusk/core/look/document';
import type { ShownPart } from '../state/view.ts';

type Recipe = Pick<Look, 'steps'>;

/** Is a part shown? Not where the look has its step no more, or never had: then it is shown whole. */
export const showsPart = ({ steps }: Recipe, part: ShownPart | null): part is ShownPart =>
  steps.some((s) => s.id === part?.stepId);

/** Is a step in the part of a look that is shown? */
export function isStepShown(look: Recipe, part: ShownPart | null, id: string): boolean {
  if (!showsPart(look, part)) return true;
  const place = (stepId: string) => look.steps.findIndex((s) => s.id === stepId);
  return part.stepId === id || (part.how === 'asFar' && place(id) < place(part.stepId));
}

/** A look with the part of its recipe that is shown: a step alone whether it is on or not, or those that are on as far as one. */
export function partOf<L extends Recipe>(look: L, part: ShownPart | null): L {
  if (!showsPart(look, part)) return look;
  const isOn = ({ id, on }: LookStep) => (on || part.how === 'alone') && isStepShown(look, part, id);
  return { ...look, steps: look.steps.map((s) => ({ ...s, on: isOn(s) })) };
}

import type { Look, LookStep } from './document.ts';
import { stepDefinition, stepDefinitions, type StepType } from './steps/index.ts';

type Params = Record<string, unknown>;

/** An ID no step of the list has. */
export function freeStepId(steps: readonly LookStep[], type: string): string {
  for (let n = 1; ; n++) {
    const id = n === 1 ? type : `${type}-${n}`;
    if (!steps.some((s) => s.id === id)) return id;
  }
}

/** Puts a step behind the others of its place in the usual order. @returns the changed steps and the new step's ID. */
export function insertStep(steps: readonly LookStep[], type: StepType, params: Params = {}) {
  const order = stepDefinitions.map((d) => d.id as string);
  const behind = steps.findIndex((s) => order.indexOf(s.type) > order.indexOf(type));
  const id = freeStepId(steps, type);
  const checked = stepDefinition(type).schema.parse(params) as Params;
  const step: LookStep = { id, type, on: true, strength: 1, params: checked };
  return { id, steps: steps.toSpliced(behind < 0 ? steps.length : behind, 0, step) };
}

/** Changes parameters of the first step of a kind that is on at full strength; puts one in where there is none. */
export function withParams<L extends Pick<Look, 'steps'>>(
  look: L,
  type: StepType,
  change: (params: Params) => Params,
): L {
  const at = look.steps.findIndex((s) => s.type === type && s.on && s.strength === 1);
  if (at < 0) {
    const rest = stepDefinition(type).schema.parse({}) as Params;
    return { ...look, steps: insertStep(look.steps, type, { ...rest, ...change(rest) }).steps };
  }
  const step = look.steps[at];
  return {
    ...look,
    steps: look.steps.with(at, { ...step, params: { ...step.params, ...change(step.params) } }),
  };
}

/** Parameters of the first step of a kind that is on at full strength, or those at rest. */
export function paramsOf(look: Pick<Look, 'steps'>, type: StepType): Params {
  const step = look.steps.find((s) => s.type === type && s.on && s.strength === 1);
  return step?.params ?? (stepDefinition(type).schema.parse({}) as Params);
}

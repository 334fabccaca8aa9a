import { contrast } from './contrast.ts';
import { exposure } from './exposure.ts';
import { saturation } from './saturation.ts';
import type { StepDefinition } from './step.ts';
import { zones } from './zones.ts';

/** Every look step, in the order a new look holds them. To add one: a file beside these, a line here, a test. */
export const stepDefinitions = [exposure, contrast, zones, saturation] as const;

export type StepType = (typeof stepDefinitions)[number]['id'];

export function stepDefinition(type: string): StepDefinition {
  const found = stepDefinitions.find((d) => d.id === type);
  if (!found) throw new RangeError(`no step "${type}"`);
  return found as unknown as StepDefinition;
}

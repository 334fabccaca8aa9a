import type { Look, LookStep } from '../look/document.ts';
import { isMatchStep, rounded, stepsAtRest } from './unknowns.ts';

const mixed = (rest: unknown, full: unknown, t: number): unknown => {
  if (typeof full === 'number') return typeof rest === 'number' ? rounded(rest + t * (full - rest)) : full;
  if (Array.isArray(full)) return full.map((v, i) => mixed((rest as unknown[])[i], v, t));
  if (typeof full === 'object' && full !== null)
    return Object.fromEntries(
      Object.entries(full).map(([k, v]) => [k, mixed((rest as Record<string, unknown>)[k], v, t)]),
    );
  return full;
};

/** A look without the steps of an earlier match, and with others behind what it holds. */
export const withMatch = <L extends Pick<Look, 'steps'>>(look: L, steps: readonly LookStep[]): L => ({
  ...look,
  steps: [...look.steps.filter((s) => !isMatchStep(s)), ...steps],
});

/** The steps of a match part of the way, 0 to 1: every number between its rest and its solution. */
export function steered(steps: readonly LookStep[], t: number): LookStep[] {
  const rest = stepsAtRest();
  return steps.map((step) => {
    if (step.type === 'skinKeep') return { ...step, strength: t };
    const from = rest.find((r) => r.id === step.id)!;
    return { ...step, params: mixed(from.params, step.params, t) as Record<string, unknown> };
  });
}

/** Every number inside a value, with the way to it. */
function numbersIn(value: unknown, way: string): [way: string, number: number][] {
  if (typeof value === 'number') return [[way, value]];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, v]) => numbersIn(v, `${way} ${key}`));
}
const numbersOf = (steps: readonly LookStep[]) => new Map(steps.flatMap((s) => numbersIn(s.params, s.id)));

/** How far a look has gone toward a match, 0 to 1: read from the number that the match moves most. */
export function steerOf(look: Pick<Look, 'steps'>, steps: readonly LookStep[]): number {
  const [now, rest] = [numbersOf(look.steps.filter(isMatchStep)), numbersOf(stepsAtRest())];
  let most = 0;
  let t = 0;
  for (const [way, full] of numbersOf(steps)) {
    const [n, r] = [now.get(way), rest.get(way)];
    if (n === undefined || r === undefined || Math.abs(full - r) <= most) continue;
    most = Math.abs(full - r);
    t = (n - r) / (full - r);
  }
  return Math.min(Math.max(t, 0), 1);
}

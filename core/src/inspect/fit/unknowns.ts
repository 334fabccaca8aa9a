import type { LookStep } from '../../look/document.ts';
import { stepDefinition, stepDefinitions, type StepType } from '../../look/steps/index.ts';
import { sectors } from '../../look/steps/primariesAndSecondaries.ts';
import type { Unknown } from '../../match/unknowns.ts';
import { zoneNames } from '../../look/steps/zoneCurve.ts';

const many = (count: number, unknown: Unknown) => Array<Unknown>(count).fill(unknown);
const nodes = sectors.length;
const beltReach = 55;
const levels = [-5, -2.5, 0, 2.5, 4.5];

/** A part of the fit: a step, its unknowns, and the parameters they come to. */
interface FitPart {
  type: StepType;
  unknowns: readonly Unknown[];
  params(next: () => number): Record<string, unknown>;
}

const times = <T>(count: number, f: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => f(i));

/** What is fitted, in the usual order of steps. To add one: a part here. */
const parts: readonly FitPart[] = [
  {
    type: 'exposure',
    unknowns: [{ rest: 0, min: -3.5, max: 3.5, easy: 1 }],
    params: (next) => ({ stops: next() }),
  },
  {
    type: 'contrast',
    unknowns: [{ rest: 1, min: 0.4, max: 2, easy: 0.3 }],
    params: (next) => ({ contrast: next() }),
  },
  {
    type: 'toeShoulder',
    unknowns: many(2, { rest: 0, min: -0.7, max: 0.85, easy: 0.3 }),
    params: (next) => ({ toe: next(), shoulder: next() }),
  },
  {
    type: 'zones',
    unknowns: zoneNames.flatMap(() => [
      { rest: 0, min: -1.5, max: 1.5, easy: 0.4 },
      { rest: 0, min: -0.98, max: 0.98, easy: 0.4 },
      { rest: 0, min: -0.98, max: 0.98, easy: 0.4 },
    ]),
    params: (next) =>
      Object.fromEntries(zoneNames.map((n) => [n, { density: next(), warm: next(), green: next() }])),
  },
  {
    type: 'channelMix',
    unknowns: many(6, { rest: 0, min: -0.29, max: 0.29, easy: 0.06 }),
    params: (next) => Object.fromEntries(mixNames.map((n) => [n, next()])),
  },
  {
    type: 'hueBelt',
    unknowns: times(nodes, () => [
      { rest: 0, min: -45, max: 45, easy: 12 },
      { rest: 1, min: 0.05, max: 2.5, easy: 0.35 },
      { rest: 0, min: -1.2, max: 1.2, easy: 0.3 },
    ]).flat(),
    params: (next) => ({
      nodes: sectors.map(({ hue }) => ({
        hue,
        reach: beltReach,
        turn: next(),
        saturation: next(),
        density: next(),
      })),
    }),
  },
  {
    type: 'saturation',
    unknowns: [{ rest: 1, min: 0.02, max: 2.2, easy: 0.4 }],
    params: (next) => ({ amount: next() }),
  },
  {
    type: 'satByLuminance',
    unknowns: many(levels.length, { rest: 1, min: 0.02, max: 1.98, easy: 0.3 }),
    params: (next) => ({ points: levels.map((x) => ({ x, y: next() })) }),
  },
  {
    type: 'colourDensity',
    unknowns: [{ rest: 0, min: -1.5, max: 1.5, easy: 0.5 }],
    params: (next) => ({ amount: next() }),
  },
  {
    type: 'blackWhitePoint',
    unknowns: [{ rest: 0, min: -0.8, max: 4.5, easy: 0.8 }],
    params: (next) => ({ black: next() }),
  },
];

const mixNames = Object.keys(stepDefinition('channelMix').schema.parse({}) as Record<string, number>);

export const fitUnknowns: readonly Unknown[] = parts.flatMap((p) => p.unknowns);

const rounded = (v: number) => Number(v.toFixed(4));

/** The unknowns as ordinary steps, in the usual order. @param tidy leaves out those that rest. */
export function fitSteps(x: ArrayLike<number>, tidy = false): LookStep[] {
  let at = 0;
  const next = () => rounded(x[at++]);
  const made = new Map(
    parts.map(({ type, params }) => [
      type,
      stepDefinition(type).schema.parse(params(next)) as Record<string, unknown>,
    ]),
  );
  return stepDefinitions.flatMap(({ id }) => {
    const params = made.get(id);
    if (!params || (tidy && stepDefinition(id).isNeutral(params))) return [];
    return [{ id, type: id, on: true, strength: 1, params }];
  });
}

/** What is fitted of a box: its turn, saturation, density and tint. */
export const boxUnknowns: readonly Unknown[] = [
  { rest: 0, min: -50, max: 50, easy: 12 },
  { rest: 1, min: 0.05, max: 2.8, easy: 0.35 },
  { rest: 0, min: -2, max: 2, easy: 0.4 },
  { rest: 0, min: -0.9, max: 0.9, easy: 0.3 },
  { rest: 0, min: -0.9, max: 0.9, easy: 0.3 },
];
const boxReach = 32;

/** Steps with a box on a hue, in its usual place. */
export function boxedSteps(steps: readonly LookStep[], hue: number, x: ArrayLike<number>): LookStep[] {
  const [turn, saturation, density, warm, green] = Array.from(x, rounded);
  const params = stepDefinition('colourBox').schema.parse({
    hue,
    hueReach: boxReach,
    turn,
    saturation,
    density,
    warm,
    green,
  }) as Record<string, unknown>;
  const box: LookStep = { id: 'colourBox', type: 'colourBox', on: true, strength: 1, params };
  const order = (s: LookStep) => stepDefinitions.findIndex((d) => d.id === s.type);
  return [...steps, box].sort((a, b) => order(a) - order(b));
}

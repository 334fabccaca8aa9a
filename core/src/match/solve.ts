import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { compileLook, StepCache } from '../look/compile.ts';
import type { Look, LookStep } from '../look/document.ts';
import { HeldStages } from '../look/heldStages.ts';
import { stepDefinition, stepDefinitions } from '../look/steps/index.ts';
import { hueOf, hueWeight } from '../look/steps/oklabPixels.ts';
import type { LutShelf } from '../look/steps/step.ts';
import { sectors } from '../look/steps/sixSectors.ts';
import { zoneNames } from '../look/steps/zoneCurve.ts';
import { compileRendering, type CompiledRendering } from '../render/rendering.ts';
import { type DisplayPixels, displayPixels } from './displayLab.ts';

/** One number that is solved for: where it goes, its limits, and how far it is moved without cause. */
interface Unknown {
  rest: number;
  min: number;
  max: number;
  /** A move of this size counts as much as a difference of `oneDifference` in every statistic. */
  easy: number;
}

const unknowns: readonly Unknown[] = [
  { rest: 0, min: -2, max: 2, easy: 0.6 },
  { rest: 1, min: 0.6, max: 1.6, easy: 0.25 },
  ...zoneNames.map(() => ({ rest: 0, min: -1.2, max: 1.2, easy: 0.35 })),
  ...zoneNames.map(() => ({ rest: 0, min: -0.9, max: 0.9, easy: 0.3 })),
  ...zoneNames.map(() => ({ rest: 0, min: -0.9, max: 0.9, easy: 0.3 })),
  { rest: 1, min: 0.2, max: 1.8, easy: 0.3 },
  ...sectors.map(() => ({ rest: 1, min: 0.3, max: 1.8, easy: 0.3 })),
  { rest: 0, min: -0.5, max: 2, easy: 0.6 },
  { rest: 0, min: -0.5, max: 0.7, easy: 0.3 },
];

/** The steps of a match carry this in front of their IDs, so that another solve takes their place. */
const prefix = 'match-';
export const isMatchStep = ({ id }: Pick<LookStep, 'id'>) => id.startsWith(prefix);
const beltReach = 55;

const round = (v: number) => Number(v.toFixed(4));

/** The unknowns as ordinary steps, in the usual order. */
function stepsOf(x: ArrayLike<number>, keepSkin: boolean): LookStep[] {
  let at = 0;
  const next = () => round(x[at++]);
  const [stops, contrast] = [next(), next()];
  const triples = [0, 1, 2].map(() => zoneNames.map(next));
  const amount = next();
  const belt = sectors.map((s) => ({ hue: s.hue, reach: beltReach, saturation: next() }));
  const [black, shoulder] = [next(), next()];
  const params: Record<string, Record<string, unknown>> = {
    exposure: { stops },
    contrast: { contrast },
    toeShoulder: { shoulder },
    zones: Object.fromEntries(
      zoneNames.map((n, i) => [n, { density: triples[0][i], warm: triples[1][i], green: triples[2][i] }]),
    ),
    hueBelt: { nodes: belt },
    saturation: { amount },
    fade: { black },
    ...(keepSkin ? { skinKeep: { hue: 0.6 } } : {}),
  };
  return stepDefinitions.flatMap(({ id }) =>
    params[id]
      ? [
          {
            ...{ id: `${prefix}${id}`, type: id, on: true, strength: 1 },
            params: stepDefinition(id).schema.parse(params[id]) as Record<string, unknown>,
          },
        ]
      : [],
  );
}

const tones = 16;

/** What is to agree: lightness, tint and chroma over sixteen even parts of the picture by lightness, chroma by hue. */
function features({ lab }: DisplayPixels): Float64Array {
  const count = lab.length / 3;
  const out = new Float64Array(tones * 4 + sectors.length);
  const order = new Float64Array(count);
  for (let i = 0; i < count; i++) order[i] = Math.round(Math.max(lab[i * 3], 0) * 1e6) * 65536 + i;
  order.sort();
  const seen = [0, 0, 0];
  for (let k = 0; k < count; k++) {
    const i = order[k] % 65536;
    const tone = Math.min(Math.floor((k * tones) / count), tones - 1);
    for (let c = 0; c < 3; c++) seen[c] = lab[i * 3 + c];
    const chroma = Math.sqrt(seen[1] * seen[1] + seen[2] * seen[2]);
    const share = tones / count;
    out[tone * 4] += seen[0] * share;
    out[tone * 4 + 1] += seen[1] * share;
    out[tone * 4 + 2] += seen[2] * share;
    out[tone * 4 + 3] += chroma * share;
    const hue = hueOf(seen);
    const weight = hueWeight(chroma / Math.max(seen[0], 1e-3)) * chroma;
    sectors.forEach((s, j) => {
      const away = Math.abs(((hue - s.hue + 540) % 360) - 180);
      if (away < 60) out[tones * 4 + j] += (weight * (1 - away / 60) * hueScale) / count;
    });
  }
  return out;
}
/** A hue fills a part of the picture only; its chroma counts this much more. */
const hueScale = 3;

/** Difference in Oklab that is as bad as one easy move of an unknown. */
const oneDifference = 0.004;
const largest = 65_536;

export interface MatchOrder {
  /** Working RGB of the plate after its shot lane; some thousands of pixels, 65 536 at most. */
  scene: Float32Array;
  look: Look;
  /** Display code of the finished still; as many pixels as are liked. */
  reference: Float32Array;
  keepSkin: boolean;
  luts?: LutShelf | undefined;
}

export interface MatchSolution {
  /** The steps at full steer, in the usual order. */
  steps: LookStep[];
  /** Root mean square difference of the statistics, hundredths of Oklab, before and after. */
  before: number;
  after: number;
}

/** The picture of a scene under a look. */
export function shownPixels(
  scene: Float32Array,
  look: Look,
  rendering: CompiledRendering,
  luts?: LutShelf,
): DisplayPixels {
  const rgb = Float32Array.from(scene);
  compileLook(look, luts).run(rgb);
  rendering.run(rgb);
  return displayPixels(rgb, rendering);
}

const distance = (a: Float64Array, b: Float64Array) =>
  100 * Math.sqrt(a.reduce((sum, v, i) => sum + (v - b[i]) ** 2, 0) / a.length);

/** How far a picture's statistics are from a reference's: root mean square, hundredths of Oklab. */
export const matchDistance = (picture: DisplayPixels, reference: DisplayPixels) =>
  distance(features(picture), features(reference));

/** A look without the steps of an earlier match, and with others behind what it holds. */
export const withMatch = (look: Look, steps: readonly LookStep[]): Look => ({
  ...look,
  steps: [...look.steps.filter((s) => !isMatchStep(s)), ...steps],
});

/**
 * Solves tone, tints, saturation, saturation by hue and black and white softening so that a plate's statistics meet a
 * finished still's: least squares within limits (Levenberg–Marquardt), each move held near rest so that the result can
 * still be graded. Throws a RangeError for more pixels than it takes.
 */
export function solveMatch({ scene, look, reference, keepSkin, luts }: MatchOrder): MatchSolution {
  if (scene.length / 3 > largest) throw new RangeError(`a match takes ${largest} pixels at most`);
  const rendering = compileRendering(look.rendering);
  const aim = features(displayPixels(reference, rendering));
  // The solver moves one unknown after the other: stages before it give what they gave.
  const cache = new StepCache();
  const stages = new HeldStages(scene);
  const shown = (x: ArrayLike<number>) => {
    const rgb = stages.run(compileLook(withMatch(look, stepsOf(x, keepSkin)), luts, cache));
    rendering.run(rgb);
    return features(displayPixels(rgb, rendering));
  };
  const rest = unknowns.map((u) => u.rest);
  const count = aim.length;
  const pull = (x: ArrayLike<number>, i: number) =>
    (oneDifference * (x[i] - unknowns[i].rest)) / unknowns[i].easy;
  const { parameterValues } = levenbergMarquardt(
    {
      x: Array.from({ length: count + unknowns.length }, (_, i) => i),
      y: [...aim, ...unknowns.map(() => 0)],
    },
    (x) => {
      const now = shown(x);
      return (i) => (i < count ? now[i] : pull(x, i - count));
    },
    {
      initialValues: rest,
      minValues: unknowns.map((u) => u.min),
      maxValues: unknowns.map((u) => u.max),
      ...{ damping: 0.05, gradientDifference: 2e-3, maxIterations: 24, errorTolerance: 1e-7 },
    },
  );
  return {
    steps: stepsOf(parameterValues, keepSkin),
    before: distance(shown(rest), aim),
    after: distance(shown(parameterValues), aim),
  };
}

const mixed = (rest: unknown, full: unknown, t: number): unknown => {
  if (typeof full === 'number') return typeof rest === 'number' ? round(rest + t * (full - rest)) : full;
  if (Array.isArray(full)) return full.map((v, i) => mixed((rest as unknown[])[i], v, t));
  if (typeof full === 'object' && full !== null)
    return Object.fromEntries(
      Object.entries(full).map(([k, v]) => [k, mixed((rest as Record<string, unknown>)[k], v, t)]),
    );
  return full;
};

const atRest = () =>
  stepsOf(
    unknowns.map((u) => u.rest),
    true,
  );

/** The steps of a match part of the way, 0 to 1: every number between its rest and its solution. */
export function steered(steps: readonly LookStep[], t: number): LookStep[] {
  const rest = atRest();
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
export function steerOf(look: Look, steps: readonly LookStep[]): number {
  const [now, rest] = [numbersOf(look.steps.filter(isMatchStep)), numbersOf(atRest())];
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

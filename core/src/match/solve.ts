import { compileLook, isActive, StepCache } from '../look/compile.ts';
import type { LookStep } from '../look/document.ts';
import type { ShownLook } from '../look/shown.ts';
import { leastSquares } from '../numeric/leastSquares.ts';
import { StageCache } from '../look/stageCache.ts';
import type { LutMap } from '../look/steps/step.ts';
import { compileRendering, type CompiledRendering } from '../render/rendering.ts';
import { anchors } from './anchors.ts';
import { type DisplayPixels, displayPixels } from './displayOklab.ts';
import { boundedDifference, distance, features } from './features.ts';
import { greyFaults, greyRamp, greyRises, greysRise } from './greyAxis.ts';
import { pull } from './pull.ts';
import { steered, withMatch } from './steer.ts';
import { type MatchPart, stepsOf, unknowns } from './unknowns.ts';

/** Difference in Oklab that is as bad as one easy move of an unknown. */
const oneDifference = 0.004;
/** Pixels a solve takes at most. */
const largest = 65_536;

export const matchFollows = ['known', 'all'] as const;
export type MatchFollow = (typeof matchFollows)[number];

export interface MatchOrder {
  /** Working RGB of the plate after its shot lane; some thousands of pixels, 65 536 at most. */
  scene: Float32Array;
  look: ShownLook;
  /** Display code of the finished still; as many pixels as are liked. */
  reference: Float32Array;
  keepSkin: boolean;
  /** `known`: as far as the difference can be told from the scene's; `all`: as if both held the same things. */
  follow?: MatchFollow | undefined;
  /** Differences that are taken by themselves; all where none are said. */
  only?: readonly MatchPart[] | undefined;
  /** The same things on both: working RGB on the plate, and the display code they should have. */
  pairs?: { scene: Float32Array; aim: Float32Array } | undefined;
  luts?: LutMap | undefined;
}

export interface MatchSolution {
  /** The steps at full steer, in the usual order. */
  steps: LookStep[];
  /** Root mean square difference of the statistics, hundredths of Oklab, before and after. */
  before: number;
  after: number;
  /** Share of the difference that is taken for the look, 0–1; the rest is taken for the scene and left. */
  look: number;
  /**
   * How surely both pictures hold the same things, 0–1: as far as that the solve follows the picture. Null where single differences
   * were taken: what is left of the others says nothing.
   */
  trust: number | null;
}

/** The picture of a scene under a look. */
export function shownPixels(
  scene: Float32Array,
  look: ShownLook,
  rendering: CompiledRendering,
  luts?: LutMap,
): DisplayPixels {
  const rgb = Float32Array.from(scene);
  compileLook(look, luts).run(rgb);
  rendering.run(rgb);
  return displayPixels(rgb, rendering);
}

/** How far a picture's statistics are from a reference's: root mean square, hundredths of Oklab. */
export const matchDistance = (picture: DisplayPixels, reference: DisplayPixels) =>
  distance(features(picture), features(reference));

/** Greys to a stop while solving, and when the solution is checked. */
const ramps = { solving: 3, checking: 20 };

/** Steps the solver takes at most, at first and when it knows what to follow. */
const iterations = { free: 14, known: 8 };
/** Trust from which a second solve would find nothing else. */
const sure = 0.85;

/** What is left, hundredths of Oklab, when two pictures of the same things are brought together as far as steps can. */
const sameThings = 0.35;
/** Strength of what scenes have in common against the picture as a whole. */
const anchorWeight = 0.2;
/** How much more firmly unknowns are held at rest where nothing is sure. */
const cautious = 2;
const greyWeight = 6;
/** Pairs that a person has marked count for more than all of the picture. */
const pairWeight = 5;

/** How much each part of a solve counts. */
interface Weights {
  picture: number;
  anchors: number;
  /** How firmly unknowns are held at rest. */
  rest: number;
}

/** A plate under moving steps against a still: everything the solver asks for. */
class Comparison {
  private readonly rendering: CompiledRendering;
  private readonly cache = new StepCache();
  private readonly stages: StageCache;
  private readonly greys = greyRamp(ramps.solving);
  private readonly risesBefore: Float64Array;
  private readonly aim: Float64Array;
  private readonly aimAnchors: ReturnType<typeof anchors>;
  /** Oklab that the pairs should have, and how much a number of it counts. */
  private readonly aimPairs: Float64Array;
  private readonly pairShare: number;

  constructor(private readonly order: MatchOrder) {
    const { scene, look, reference } = order;
    this.rendering = compileRendering(look.rendering);
    const still = displayPixels(reference, this.rendering);
    this.aim = features(still);
    this.aimAnchors = anchors(still);
    const pairs = order.pairs ?? { scene: new Float32Array(), aim: new Float32Array() };
    this.aimPairs = displayPixels(pairs.aim, this.rendering).lab;
    this.pairShare = pairWeight / Math.sqrt(Math.max(this.aimPairs.length, 1));
    // Greys and pairs ride along with the picture, behind its pixels.
    const input = new Float32Array(scene.length + this.greys.length + pairs.scene.length);
    input.set(scene);
    input.set(this.greys, scene.length);
    input.set(pairs.scene, scene.length + this.greys.length);
    this.stages = new StageCache(input);
    this.risesBefore = this.rises(this.code(this.rest));
  }

  readonly rest = unknowns.map((u) => u.rest);

  private code(x: ArrayLike<number>): Float32Array {
    const { look, keepSkin, luts } = this.order;
    const rgb = this.stages.run(compileLook(withMatch(look, stepsOf(x, keepSkin)), luts, this.cache));
    this.rendering.run(rgb);
    return rgb;
  }

  private rises = (code: Float32Array) => {
    const { length } = this.order.scene;
    return greyRises(code.subarray(length, length + this.greys.length), this.rendering);
  };

  private pairs = (code: Float32Array) =>
    displayPixels(code.subarray(this.order.scene.length + this.greys.length), this.rendering).lab;

  private pixels = (code: Float32Array) =>
    displayPixels(code.subarray(0, this.order.scene.length), this.rendering);

  distance = (x: ArrayLike<number>) => distance(features(this.pixels(this.code(x))), this.aim);

  /** Everything that should be 0. */
  faults(x: ArrayLike<number>, weights: Weights): Float64Array {
    const code = this.code(x);
    const pixels = this.pixels(code);
    const now = features(pixels);
    const { values, weights: mine } = weights.anchors > 0 ? anchors(pixels) : this.aimAnchors;
    const { values: theirs, weights: known } = this.aimAnchors;
    return Float64Array.from([
      ...Array.from(now, (v, i) => weights.picture * boundedDifference(v, this.aim[i], i)),
      ...Array.from(values, (v, i) => weights.anchors * Math.min(mine[i], known[i]) * (v - theirs[i])),
      ...Array.from(this.pairs(code), (v, i) => this.pairShare * (v - this.aimPairs[i])),
      ...Array.from(greyFaults(this.rises(code), this.risesBefore), (v) => greyWeight * v),
      ...unknowns.map((u, i) => weights.rest * pull(x[i], u, oneDifference)),
    ]);
  }

  /** @param only differences that are taken; the unknowns of others stay as they are. */
  solve(
    from: readonly number[],
    weights: Weights,
    maxIterations: number,
    only?: readonly MatchPart[],
  ): number[] {
    const free = unknowns.flatMap((u, i) => (only && !only.includes(u.part) ? [] : [i]));
    const whole = (x: ArrayLike<number>) => {
      const all = [...from];
      free.forEach((at, i) => (all[at] = x[i]));
      return all;
    };
    return whole(
      leastSquares({
        faults: (x) => this.faults(whole(x), weights),
        count: this.faults(from, weights).length,
        unknowns: free.map((at) => ({ from: from[at], min: unknowns[at].min, max: unknowns[at].max })),
        damping: 0.05,
        gradientDifference: 2e-3,
        maxIterations,
        errorTolerance: 1e-7,
      }),
    );
  }

  /** The most of some steps under which the displayed greys rise wherever they rose. */
  risingSteps(steps: LookStep[]): LookStep[] {
    const { look, luts } = this.order;
    const ramp = greyRamp(ramps.checking);
    const rises = (of: readonly LookStep[]) => {
      const rgb = Float32Array.from(ramp);
      compileLook(withMatch(look, of), luts, this.cache).run(rgb);
      this.rendering.run(rgb);
      return greyRises(rgb, this.rendering);
    };
    const before = rises([]);
    if (greysRise(rises(steps), before)) return steps;
    let [low, high] = [0, 1];
    for (let n = 0; n < 8; n++) {
      const middle = (low + high) / 2;
      if (greysRise(rises(steered(steps, middle)), before)) low = middle;
      else high = middle;
    }
    return steered(steps, low);
  }
}

/**
 * Solves tone, tints, saturation, saturation by hue and black and white softening toward a finished still: transport of
 * its tones and of its chroma, with an end to what it may cost, by least squares within limits (Levenberg–Marquardt).
 * A first solve says how near the two pictures can come at all. Two pictures of the same things come together; what then
 * remains between others is content, and the picture as a whole counts the less, down to what scenes have in common:
 * black, greys and skin. Pairs that a person has marked are the same things, and count whatever the rest holds. Displayed
 * greys keep rising, whatever is followed. Throws a RangeError for more pixels than it takes.
 */
export function solveMatch(order: MatchOrder): MatchSolution {
  if (order.scene.length / 3 > largest) throw new RangeError(`a match takes ${largest} pixels at most`);
  const comparison = new Comparison(order);
  const { rest } = comparison;
  const only = order.only?.length ? order.only : undefined;
  const free = comparison.solve(rest, { picture: 1, anchors: 0, rest: 1 }, iterations.free, only);
  const left = comparison.distance(free);
  const trust = 1 / (1 + (left / sameThings) ** 2);
  const doubt = 1 - trust;
  const known = { picture: trust ** 2, anchors: anchorWeight * doubt, rest: 1 + cautious * doubt };
  // What was asked for by itself is taken as it is.
  const isSure = trust > sure || order.follow === 'all' || only !== undefined;
  const x = isSure ? free : comparison.solve(trust > 0.5 ? free : rest, known, iterations.known);
  const [before, after] = [comparison.distance(rest), comparison.distance(x)];
  const all = stepsOf(x, order.keepSkin);
  // Of single differences the other steps would do nothing.
  const needed = only ? all.filter(isActive) : all;
  const steps = comparison.risingSteps(needed);
  const told = only ? null : trust;
  return { steps, before, after, trust: told, look: Math.max(0, 1 - (after / Math.max(before, 1e-9)) ** 2) };
}

import { leastSquares } from '../../numeric/leastSquares.ts';
import { deltaE2000 } from '../../colour/deltaE2000.ts';
import { stopsToLinear } from '../../colour/exposure.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import { compileLook, StepCache } from '../../look/compile.ts';
import type { LookStep } from '../../look/document.ts';
import { StageCache } from '../../look/stageCache.ts';
import { displayPixels } from '../../match/displayOklab.ts';
import { standardDisplay } from '../../render/display.ts';
import { compileRendering, type Rendering, type ToneRendering } from '../../render/rendering.ts';
import { complexions } from '../../colour/complexions.ts';
import { pull } from '../../match/pull.ts';
import type { Unknown } from '../../match/unknowns.ts';
import { labAt, type View } from '../report/view.ts';
import { boxedSteps, boxUnknowns, fitSteps, fitUnknowns } from './unknowns.ts';

/** A colour and what the fit makes of it. */
export interface FitRest {
  stops: number;
  saturation: number;
  hue: number;
  deltaE: number;
}

export interface Fit {
  /** Ordinary steps that do what the LUT does, as far as they can. */
  steps: LookStep[];
  rendering: ToneRendering;
  /** ΔE2000 that is left, over colours of a picture, and before anything was fitted. */
  mean: number;
  p99: number;
  before: number;
  /** Where most is left. */
  worst: FitRest[];
}

const hues = Array.from({ length: 12 }, (_, i) => i * 30 + 12);
/** Colours that pictures are made of: greys, all hues pale and full at several levels, and skin. */
const colours = [
  ...Array.from({ length: 40 }, (_, i) => ({ stops: -6 + i * 0.28, saturation: 0, hue: 0 })),
  ...[-3.5, -2, -0.7, 0.5, 1.7, 3].flatMap((stops) =>
    [0.05, 0.11, 0.18, 0.25].flatMap((saturation) => hues.map((hue) => ({ stops, saturation, hue }))),
  ),
  ...[-2, -1, 0, 1].flatMap((by) => complexions.map((c) => ({ ...c, stops: c.stops + by }))),
];
const scene = new Float32Array(colours.length * 3);
colours.forEach(({ stops, ...c }, i) =>
  writeColour({ lightness: greyLightness(stopsToLinear(stops)), ...c }, scene, i * 3),
);

/** Difference in Oklab that is as bad as one easy move of an unknown. */
const oneDifference = 0.0009;
/** Tone counts for more than one colour among many: greys are seen first. */
const greyWeight = 2;
const iterations = { all: 24, box: 8 };
/** Places of the worst that are told. */
const told = 6;
/** Mean ΔE2000 a step has to be worth to be kept. */
const worthKeeping = 0.04;
/** Mean ΔE2000 that is left from which a box is tried. */
const worthBoxing = 0.3;
/** Share of what is left that a box has to take away. */
const worthABox = 0.06;
/** Colours farther than this from grey have a hue a box can be put on. */
const coloured = 0.04;

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;

/** A LUT's colours, and steps that try to come to them. */
class Fitting {
  readonly rendering: ToneRendering;
  private readonly shownBy: Rendering;
  private readonly compiled;
  private readonly cache = new StepCache(600);
  private readonly stages = new StageCache(scene);
  private readonly aimCodes: Float32Array;
  private readonly aim: Float64Array;

  constructor(view: View) {
    const { end, preset } = view.output;
    this.rendering = { preset: end.kind === 'display' ? preset : 'standard', gamutFit: 'soft' };
    this.shownBy = { ...this.rendering, ...standardDisplay };
    this.compiled = compileRendering(this.shownBy);
    this.aimCodes = view.through(scene);
    this.aim = displayPixels(this.aimCodes, this.compiled).lab;
  }

  private codes(steps: LookStep[]): Float32Array {
    const lane = compileLook({ steps, strength: 1, rendering: this.shownBy }, undefined, this.cache);
    const rgb = this.stages.run(lane);
    this.compiled.run(rgb);
    return rgb;
  }

  /** ΔE2000 of every colour. */
  errors(steps: LookStep[]): number[] {
    const codes = this.codes(steps);
    return colours.map((_, i) => deltaE2000(labAt(codes, i * 3), labAt(this.aimCodes, i * 3)));
  }

  solve(
    unknowns: readonly Unknown[],
    stepsOf: (x: ArrayLike<number>) => LookStep[],
    maxIterations: number,
    onStep: () => void,
  ): number[] {
    const { aim } = this;
    const share = 1 / Math.sqrt(colours.length / 12);
    const faults = (x: ArrayLike<number>) => {
      onStep();
      const now = displayPixels(this.codes(stepsOf(x)), this.compiled).lab;
      const out = new Float64Array(aim.length + unknowns.length);
      for (let i = 0; i < aim.length; i++)
        out[i] = share * (colours[(i / 3) | 0].saturation === 0 ? greyWeight : 1) * (now[i] - aim[i]);
      unknowns.forEach((u, i) => (out[aim.length + i] = pull(x[i], u, oneDifference)));
      return out;
    };
    return leastSquares({
      faults,
      count: aim.length + unknowns.length,
      unknowns: unknowns.map(({ rest, min, max }) => ({ from: rest, min, max })),
      damping: 0.02,
      gradientDifference: unknowns.map((u) => u.easy * 0.005),
      maxIterations,
      errorTolerance: 1e-7,
    });
  }

  /** Leaves out what hardly does anything, the least first. */
  tidied(steps: LookStep[]): LookStep[] {
    let kept = steps;
    let now = mean(this.errors(kept));
    for (;;) {
      const without = kept
        .map((step) => kept.filter((s) => s !== step))
        .map((rest) => ({ rest, error: mean(this.errors(rest)) }))
        .sort((a, b) => a.error - b.error)[0];
      if (!without || without.error - now > worthKeeping) return kept;
      kept = without.rest;
      now = without.error;
    }
  }

  /** A box where most is left, where it takes enough of that away. */
  withBox(steps: LookStep[], onStep: () => void): LookStep[] {
    const errors = this.errors(steps);
    const before = mean(errors);
    const atHue = hues.map((hue) => ({
      hue,
      error: mean(errors.filter((_, i) => colours[i].saturation > coloured && colours[i].hue === hue)),
    }));
    if (before < worthBoxing) return steps;
    const { hue } = atHue.reduce((a, b) => (b.error > a.error ? b : a));
    const stepsOf = (x: ArrayLike<number>) => boxedSteps(steps, hue, x);
    const x = this.solve(boxUnknowns, stepsOf, iterations.box, onStep);
    const boxed = stepsOf(x);
    return mean(this.errors(boxed)) < before * (1 - worthABox) ? boxed : steps;
  }
}

/**
 * Fits ordinary look steps to a LUT: tone, tints by zone, a mix of channels, the hue belt, saturation and its course, black,
 * and a box where most is left. Least squares within limits (Levenberg–Marquardt), each number held toward its rest; what
 * steps cannot follow is told.
 * @param onStep called with the share done; throw from it to cancel.
 */
export function fitLook(view: View, onStep?: (share: number) => void): Fit {
  const fitting = new Fitting(view);
  const evaluations = iterations.all * (fitUnknowns.length + 1) + iterations.box * (boxUnknowns.length + 1);
  let done = 0;
  const step = () => onStep?.(Math.min(++done / evaluations, 1));
  const x = fitting.solve(fitUnknowns, fitSteps, iterations.all, step);
  const steps = fitting.withBox(fitting.tidied(fitSteps(x, true)), step);
  const errors = fitting.errors(steps);
  const sorted = [...errors].sort((a, b) => a - b);
  return {
    steps,
    rendering: fitting.rendering,
    mean: mean(errors),
    p99: sorted[Math.floor(0.99 * (sorted.length - 1))],
    before: mean(fitting.errors([])),
    worst: colours
      .map((c, i) => ({ ...c, deltaE: errors[i] }))
      .sort((a, b) => b.deltaE - a.deltaE)
      .slice(0, told),
  };
}

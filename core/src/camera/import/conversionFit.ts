import { type Mat3, transform, type Vec3 } from '../../colour/matrix.ts';
import { rgbToRgb } from '../../colour/rgbSpace.ts';
import { bt709, working } from '../../colour/spaces/index.ts';
import { compileRendering, standardRendering } from '../../render/rendering.ts';
import { linearToStops, stopsToLinear } from '../../colour/exposure.ts';
import { leastSquares } from '../../numeric/leastSquares.ts';
import { type MonotoneCubic, monotoneCubic } from '../../numeric/monotoneCubic.ts';
import type { Conversion, ConversionSamples } from './conversionSamples.ts';
import { risingPoints } from './imported.ts';

/**
 * How a maker's tone scale is put on: on each channel of the display's primaries or of wide ones, on the brightest channel
 * with the ratios of light kept, or as this program does it, its gamut fit included.
 */
export type Manner = 'each channel' | 'each wide channel' | 'hue kept' | 'this program';
const manners: readonly Manner[] = ['each channel', 'each wide channel', 'hue kept', 'this program'];
const toWide = rgbToRgb(bt709, working);
const fromWide = rgbToRgb(working, bt709);

/** What a conversion's colours say of the camera behind it, whatever tone scale its maker used. */
export interface ConversionFit {
  /** Camera RGB → RGB of the display's primaries, both light; each row sums to 1, so that greys stay greys. */
  matrix: Mat3;
  manner: Manner;
  /** Stops from mid-grey as first guessed → stops as the colours say. */
  stops: MonotoneCubic;
  /** Root mean square of the signal that is left over the colours. */
  left: number;
  /** The same with the display's own primaries and the first guess. */
  before: number;
  /** The matrices that either half of the colours alone comes to: how far they differ says how sure it is. */
  halves: [Mat3, Mat3];
}

/** Stops at which the curve may bend, and the limits of what a span is stretched by, as powers of e. */
const knots = [-8, -6, -4.5, -3, -2, -1, 0, 1, 2, 3, 4.5, 6, 8];
const spans = knots.length - 1;
const middle = knots.indexOf(0);
const stretch = { rest: 0, min: -1.5, max: 1.5, easy: 0.8 };
const mix = { rest: 0, min: -1.2, max: 1.2, easy: 0.4 };
/** Gamma of the display, where light is mixed or its ratios are kept behind the tone scale. */
const gamma = { rest: 2.4, min: 1.8, max: 2.8, easy: 0.2 };
const unknowns = [
  ...Array.from({ length: 6 }, () => mix),
  ...Array.from({ length: spans }, () => stretch),
  gamma,
];
/** What an unknown moved easily weighs, against so much of the signal. */
const oneDifference = 0.0007;
const iterations = { whole: 30, half: 8 };
/** With so little left of the signal no other manner is tried. */
const closeEnough = 0.0015;
/** Fewer say nothing. */
const fewest = { greys: 8, colours: 24 };
const leastLight = 1e-6;

interface Solved {
  matrix: Mat3;
  stops: MonotoneCubic;
  x: number[];
  left: number;
}

/** Rows that sum to 1. */
const matrixOf = (x: ArrayLike<number>): Mat3 => [
  1 - x[0] - x[1],
  x[0],
  x[1],
  x[2],
  1 - x[2] - x[3],
  x[3],
  x[4],
  x[5],
  1 - x[4] - x[5],
];

/** Places of the knots when each span is stretched; mid-grey stays. */
function placesOf(x: ArrayLike<number>): number[] {
  const rises = knots.slice(1).map((k, i) => (k - knots[i]) * Math.exp(x[6 + i]));
  const sum = (from: number, to: number) => rises.slice(from, to).reduce((a, b) => a + b, 0);
  return knots.map((_, i) => (i >= middle ? sum(middle, i) : -sum(i, middle)));
}

/** The signals of codes as a camera's matrix and curve and a tone scale make them, and how far they are from a cube's. */
class Model {
  private readonly guess: MonotoneCubic;
  /** Stops of the colours' codes as first guessed: they are asked for at every step of a solve. */
  private readonly guessed: Map<Conversion, Vec3>;
  private readonly shown: MonotoneCubic[];
  private readonly ends: readonly [number, number];
  private readonly ours = compileRendering(standardRendering);

  /** @param known codes of greys and their stops as first guessed, both rising. */
  constructor(
    { greys, colours }: ConversionSamples,
    known: readonly (readonly [code: number, stops: number])[],
    private readonly manner: Manner,
  ) {
    const codes = known.map(([code]) => code);
    this.guess = monotoneCubic(
      codes,
      known.map(([, stops]) => stops),
    );
    const stops = (code: number) => this.guess.at(code);
    this.guessed = new Map(colours.map((c) => [c, [stops(c.code[0]), stops(c.code[1]), stops(c.code[2])]]));
    const signalAt = new Map(greys.map(({ code, signal }) => [code[1], signal]));
    this.shown = [0, 1, 2].map((c) =>
      monotoneCubic(
        codes,
        codes.map((code) => signalAt.get(code)![c]),
      ),
    );
    this.ends = [codes[0], codes[codes.length - 1]];
  }

  /** Differences of the signal, channel by channel. */
  differences(colours: readonly Conversion[], x: ArrayLike<number>): Float64Array {
    const matrix = matrixOf(x);
    const places = placesOf(x);
    const bend = monotoneCubic(knots, places);
    const [low, high] = this.ends;
    const grey = (light: number, c: number) => {
      const stops = bend.inverse(linearToStops(Math.max(light, leastLight)));
      return this.shown[c].at(Math.min(Math.max(this.guess.inverse(stops), low), high));
    };
    const out = new Float64Array(colours.length * 3);
    colours.forEach((colour, i) => {
      const { signal } = colour;
      const [r, g, b] = this.guessed.get(colour)!;
      const bent: Vec3 = [stopsToLinear(bend.at(r)), stopsToLinear(bend.at(g)), stopsToLinear(bend.at(b))];
      const light = transform(matrix, bent);
      const shown = this.show(light, grey, x[x.length - 1]);
      for (let c = 0; c < 3; c++) out[i * 3 + c] = shown[c] - signal[c];
    });
    return out;
  }

  /** The signal of light of the display's primaries. @param grey the signal a grey of so much light has in a channel. */
  private show(light: Vec3, grey: (light: number, c: number) => number, gamma: number): Vec3 {
    switch (this.manner) {
      case 'each channel':
        return [grey(light[0], 0), grey(light[1], 1), grey(light[2], 2)];
      case 'each wide channel': {
        const [r, g, b] = transform(toWide, light);
        const scaled: Vec3 = [grey(r, 0) ** gamma, grey(g, 1) ** gamma, grey(b, 2) ** gamma];
        const [dr, dg, db] = transform(fromWide, scaled);
        return [
          Math.max(dr, 0) ** (1 / gamma),
          Math.max(dg, 0) ** (1 / gamma),
          Math.max(db, 0) ** (1 / gamma),
        ];
      }
      case 'hue kept': {
        const most = Math.max(...light);
        const share = (c: number) => grey(most, c) * (Math.max(light[c], 0) / most) ** (1 / gamma);
        return [share(0), share(1), share(2)];
      }
      case 'this program': {
        const rgb = Float32Array.from(transform(toWide, light));
        this.ours.run(rgb);
        return [rgb[0], rgb[1], rgb[2]];
      }
    }
  }

  solve(colours: readonly Conversion[], from: readonly number[], maxIterations: number): Solved {
    const count = colours.length * 3;
    const share = 1 / Math.sqrt(count);
    const x = leastSquares({
      faults: (x) => {
        const out = new Float64Array(count + unknowns.length);
        this.differences(colours, x).forEach((d, i) => (out[i] = share * d));
        unknowns.forEach((u, i) => (out[count + i] = (oneDifference * (x[i] - u.rest)) / u.easy));
        return out;
      },
      count: count + unknowns.length,
      unknowns: unknowns.map(({ min, max }, i) => ({ from: from[i], min, max })),
      damping: 0.01,
      gradientDifference: unknowns.map((u) => u.easy * 0.005),
      maxIterations,
      errorTolerance: 1e-8,
    });
    return {
      matrix: matrixOf(x),
      stops: monotoneCubic(knots, placesOf(x)),
      x,
      left: rootMeanSquare(this.differences(colours, x)),
    };
  }
}

const rootMeanSquare = (list: Float64Array) => Math.sqrt(list.reduce((a, b) => a + b * b, 0) / list.length);

/**
 * Finds a camera's matrix and curve from the colours of a conversion to a display. Where the tone scale is one for each
 * channel, the grey axis alone cannot tell a curve from a tone scale; colours can: a channel of a colour comes out as the grey
 * does whose light is the mix of the three, so that light adds up in the curve that is right, and in no other. Least squares
 * within limits (Levenberg–Marquardt), each unknown held a little toward its rest.
 * @param guessed light of a grey, 0.18 at mid-grey, before anything is known. @returns null where there is too little to go by.
 */
export function fitConversion(
  samples: ConversionSamples,
  guessed: (grey: Conversion) => number,
): ConversionFit | null {
  const { greys, colours } = samples;
  const known = risingPoints(
    greys.map((g) => [g.code[1], linearToStops(Math.max(guessed(g), leastLight))] as const),
  ).filter((pair) => pair.every(Number.isFinite));
  if (known.length < fewest.greys || colours.length < fewest.colours) return null;
  const rest = unknowns.map((u) => u.rest);
  let best: { manner: Manner; model: Model; solved: Solved } | undefined;
  for (const manner of manners) {
    const model = new Model(samples, known, manner);
    const solved = model.solve(colours, rest, iterations.whole);
    if (!best || solved.left < best.solved.left) best = { manner, model, solved };
    if (best.solved.left < closeEnough) break;
  }
  const { manner, model, solved } = best!;
  const half = (which: number) =>
    model.solve(
      colours.filter((_, i) => i % 2 === which),
      solved.x,
      iterations.half,
    ).matrix;
  return {
    matrix: solved.matrix,
    manner,
    stops: solved.stops,
    left: solved.left,
    before: rootMeanSquare(model.differences(colours, rest)),
    halves: [half(0), half(1)],
  };
}

import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import type { Vec3 } from '../colour/matrix.ts';
import { correctLight, type Shot, shotField } from '../look/shot.ts';
import { leastSquares } from '../numeric/leastSquares.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { displayPixels } from './displayOklab.ts';
import { boundedDifference, byTone, distance, features } from './features.ts';
import { pull } from './pull.ts';
import { type MatchBasis, matchBases } from './shotBases.ts';
import { pictureStatistics } from './statistics.ts';
import type { Unknown } from './unknowns.ts';
import { differenceInWords } from './words.ts';

/** Shots matched to a hero: corrections of other plates, solved into their shot lanes. No look takes part. */

type Place = Exclude<MatchBasis, 'frame'>;

/** A plate with what is marked on it. */
export interface ShotPlate {
  /** Working RGB before its shot lane, interleaved; some thousands of pixels. */
  light: Float32Array;
  shot: Shot;
  /** Mean working light of what is marked, before its shot lane, or why none can be told from it. */
  marked: Partial<Record<Place, { light: Vec3 } | { unfit: string }>>;
}

export interface ShotMatch {
  /** The whole shot lane of the plate with the match made. */
  shot: Shot;
  /** ΔE2000 from the hero before and after: of the mean colours tone by tone, or of what is marked. */
  before: number;
  after: number;
  /** How the hero differs from the matched plate, in plain words; empty where nothing is worth saying. */
  left: string[];
  /** The frames hold different things: contrast and flare were left alone, and the rest is a guess. */
  isDoubtful: boolean;
}
export type ShotMatchAnswer = ShotMatch | { refused: string };

/** Moves of one ease (from memory: what is made without a second thought). The solver counts in them. */
const easy: Record<keyof Shot, number> = {
  exposure: 1,
  mired: 30,
  duv: 0.008,
  black: 0.5,
  contrast: 0.2,
  saturation: 0.2,
};
/** Difference in Oklab that one easy move is worth: enough to hold what nothing speaks of. */
const oneDifference = 4e-4;
/** Parts of a picture by tone whose mean colours are compared. */
const toneParts = 16;
/**
 * Hundredths of Oklab that are left between the statistics of two recordings of one framing at most. Measured on six scenes and four
 * made photographs: up to 0.18 by another camera, off in exposure and balance; from 0.32 where a sixth of the frame was cut off.
 */
const sameFraming = 0.25;
const whereDoubtful: readonly (keyof Shot)[] = ['exposure', 'mired', 'duv'];

/** Light of a plate under a shot, working RGB. */
function corrected(light: ArrayLike<number>, shot: Shot): Float32Array {
  const rgb = Float32Array.from(light);
  correctLight(shot)(rgb);
  return rgb;
}

const labOf = ({ output }: CompiledRendering) => displayToLab(output.space, output.curve);

/** Two plates told apart by their pictures: everything the solver and the verdict ask for. */
interface Comparison {
  /** Everything that should be 0 of the plate under a shot. */
  faults(shot: Shot): ArrayLike<number>;
  /** ΔE2000 from the hero under a shot. */
  difference(shot: Shot): number;
}

/** A picture without a look. */
function shown(light: Float32Array, rendering: CompiledRendering) {
  rendering.run(light);
  return { code: light, pixels: displayPixels(light, rendering) };
}

/** Mean signals over even parts of a picture from dark to light. */
function toneMeans({ code, pixels }: ReturnType<typeof shown>, { toSignal }: CompiledRendering): Vec3[] {
  const order = byTone(pixels);
  return Array.from({ length: toneParts }, (_, k): Vec3 => {
    const [from, to] = [k, k + 1].map((n) => Math.floor((n * order.length) / toneParts));
    const mean: [number, number, number] = [0, 0, 0];
    for (let i = from; i < to; i++)
      for (let c = 0; c < 3; c++) mean[c] += toSignal(code[order[i] * 3 + c]) / (to - from);
    return mean;
  });
}

/** By the statistics that a match of looks compares. */
function byFrame(hero: ShotPlate, plate: ShotPlate, rendering: CompiledRendering): Comparison {
  const picture = (shot: Shot) => shown(corrected(plate.light, shot), rendering);
  const heroPicture = shown(corrected(hero.light, hero.shot), rendering);
  const aim = features(heroPicture.pixels);
  const toLab = labOf(rendering);
  const labs = (of: ReturnType<typeof shown>) => toneMeans(of, rendering).map((mean) => toLab(...mean));
  const aimLabs = labs(heroPicture);
  return {
    faults: (shot) => features(picture(shot).pixels).map((v, i) => boundedDifference(v, aim[i], i)),
    difference: (shot) =>
      labs(picture(shot)).reduce((sum, lab, i) => sum + deltaE2000(lab, aimLabs[i]) / toneParts, 0),
  };
}

/** Light that keeps black from counting without end, scene-linear. */
const softBlack = 0.002;
const stopsOf = (rgb: ArrayLike<number>) => [0, 1, 2].map((c) => Math.log2(Math.max(rgb[c], 0) + softBlack));

/** By the light of one place on each; of a neutral only its colour counts. */
function byPlace(basis: Place, heroLight: Float32Array, own: Vec3, rendering: CompiledRendering): Comparison {
  const aim = stopsOf(heroLight);
  const toLab = labOf(rendering);
  const lab = (light: Float32Array) => {
    const [r, g, b] = shown(Float32Array.from(light), rendering).code.map(rendering.toSignal);
    return toLab(r, g, b);
  };
  const aimLab = lab(heroLight);
  return {
    faults(shot) {
      const [r, g, b] = stopsOf(corrected(own, shot)).map((v, c) => v - aim[c]);
      return basis === 'neutral' ? [r - g, b - g] : [r, g, b];
    },
    difference: (shot) => deltaE2000(lab(corrected(own, shot)), aimLab),
  };
}

/** The corrections named, solved by least squares within the limits of a shot (Levenberg–Marquardt). */
function solve(start: Shot, keys: readonly (keyof Shot)[], { faults }: Comparison): Shot {
  const unknowns = keys.map((key): Unknown => ({ ...shotField(key), easy: easy[key] }));
  const shotOf = (x: ArrayLike<number>): Shot => ({
    ...start,
    ...Object.fromEntries(keys.map((key, i) => [key, x[i] * easy[key]])),
  });
  const all = (x: ArrayLike<number>) => [
    ...Array.from(faults(shotOf(x))),
    ...unknowns.map((u, i) => pull(x[i] * u.easy, u, oneDifference)),
  ];
  const solved = shotOf(
    leastSquares({
      faults: all,
      count: faults(start).length + unknowns.length,
      unknowns: unknowns.map((u, i) => ({
        from: start[keys[i]] / u.easy,
        min: u.min / u.easy,
        max: u.max / u.easy,
      })),
      damping: 0.01,
      gradientDifference: 1e-3,
      maxIterations: 30,
      errorTolerance: 1e-9,
    }),
  );
  // As a person would type it, ten times finer than a key press.
  for (const key of keys) {
    const tenth = shotField(key).step / 10;
    solved[key] = Number((Math.round(solved[key] / tenth) * tenth).toFixed(6));
  }
  return solved;
}

/** Solves the corrections of a plate that bring it to a hero. Refused where what it goes by is not marked on both. */
export function matchShot(
  hero: ShotPlate,
  plate: ShotPlate,
  basis: MatchBasis,
  rendering: CompiledRendering,
): ShotMatchAnswer {
  const { label, solves } = matchBases[basis];
  let comparison: Comparison;
  if (basis !== 'frame') {
    const [theirs, own] = [hero.marked[basis], plate.marked[basis]];
    if (!theirs || !own)
      return { refused: `${label} is not marked on ${theirs ? 'this plate' : 'the hero'}.` };
    if ('unfit' in theirs) return { refused: `${label} of the hero: ${theirs.unfit}` };
    if ('unfit' in own) return { refused: `${label}: ${own.unfit}` };
    comparison = byPlace(basis, corrected(theirs.light, hero.shot), own.light, rendering);
  } else comparison = byFrame(hero, plate, rendering);
  let shot = solve(plate.shot, solves, comparison);
  const pixelsOf = (p: ShotPlate) => shown(corrected(p.light, p.shot), rendering).pixels;
  const aim = pixelsOf(hero);
  const leaves = distance(features(pixelsOf({ ...plate, shot })), features(aim));
  const isDoubtful = basis === 'frame' && leaves > sameFraming;
  if (isDoubtful) shot = solve(plate.shot, whereDoubtful, comparison);
  const [matched, heroStatistics] = [pixelsOf({ ...plate, shot }), aim].map(pictureStatistics);
  return {
    shot,
    before: comparison.difference(plate.shot),
    after: comparison.difference(shot),
    left: differenceInWords(matched, heroStatistics),
    isDoubtful,
  };
}

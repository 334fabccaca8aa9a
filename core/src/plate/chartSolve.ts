import { deltaE2000 } from '../colour/deltaE2000.ts';
import { xyzToLab } from '../colour/lab.ts';
import { identity, type Mat3, transform, type Vec3 } from '../colour/matrix.ts';
import { luminanceWeights, rgbToRgb, rgbToXyz } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { xyToXyz } from '../colour/chromaticity.ts';
import { judge, type Verdict } from '../numeric/verdict.ts';
import { luminanceOf } from './measure.ts';

export interface PatchSample {
  name: string;
  /** Working RGB after the shot lane, as measured. */
  measured: Vec3;
  /** BT.709-linear, as the chart's maker states it. */
  reference: Vec3;
}
export interface PatchError {
  name: string;
  before: number;
  after: number;
}
export interface ChartSolution {
  /** Working RGB → working RGB; a grey stays a grey. */
  matrix: Mat3;
  /** Exposure that was matched before judging, in stops. */
  exposure: number;
  /** Mean ΔE2000 over the patches, with the profile as it is and with the matrix. */
  before: number;
  after: number;
  patches: PatchError[];
  /** Mean chroma (CIE Lab) of the patches that should be grey; 0 where the chart has none. */
  cast: number;
  verdict: Verdict;
  says: string;
}

/** Mean ΔE2000 up to which a profile fits; from memory: what a careful profile leaves on a chart. */
const fits = { low: 0, high: 1, slack: 1 };
/** Weighs patches about as the eye does; keeps dark ones from ruling. */
const darkening = 0.05;
const fewest = 6;

const toWorking = rgbToRgb(bt709, working);
const toXyz = rgbToXyz(working);
const white = xyToXyz(working.white);
const [wr, wg, wb] = luminanceWeights(working);

const lab = (rgb: Vec3) => xyzToLab(transform(toXyz, rgb), white);
const scale = (v: Vec3, by: number) => v.map((x) => x * by) as [number, number, number];
const median = (xs: number[]) => [...xs].sort((a, b) => a - b)[xs.length >> 1];
const mean = (xs: number[]) => xs.reduce((a, b) => a + b, 0) / xs.length;

/** One row of the matrix by weighted least squares, its three numbers summing to 1 so that white is kept. */
function solveRow(samples: { from: Vec3; to: number; weight: number }[]): [number, number, number] {
  let [aa, ab, bb, ay, by] = [0, 0, 0, 0, 0];
  for (const { from, to, weight } of samples) {
    const [a, b, y] = [from[0] - from[2], from[1] - from[2], to - from[2]];
    aa += weight * a * a;
    ab += weight * a * b;
    bb += weight * b * b;
    ay += weight * a * y;
    by += weight * b * y;
  }
  const determinant = aa * bb - ab * ab;
  const m0 = (ay * bb - by * ab) / determinant;
  const m1 = (by * aa - ay * ab) / determinant;
  return [m0, m1, 1 - m0 - m1];
}

/**
 * Checks a profile on a chart: matches exposure, then finds the 3×3 (white kept) that brings the measured patches
 * nearest to their references, and says how far they were before and after.
 * @param evenLight false takes each patch's luminance as found and judges colour alone, for a chart lit unevenly.
 * Throws a RangeError for fewer than six patches, or patches that are all greys.
 */
export function solveChart(samples: readonly PatchSample[], evenLight = true): ChartSolution {
  if (samples.length < fewest)
    throw new RangeError(`a chart needs ${fewest} patches with references, it has ${samples.length}`);
  const references = samples.map((s) => transform(toWorking, s.reference));
  const ratios = samples.map((s, i) => luminanceOf(references[i]) / Math.max(luminanceOf(s.measured), 1e-6));
  const gain = median(ratios);
  const from = samples.map((s, i) => scale(s.measured, evenLight ? gain : ratios[i]));
  const row = (c: number) =>
    solveRow(
      from.map((f, i) => ({
        from: f,
        to: references[i][c],
        weight: 1 / (luminanceOf(references[i]) + darkening) ** 2,
      })),
    );
  const matrix = [0, 1, 2].flatMap(row) as unknown as Mat3;
  if (!matrix.every(Number.isFinite))
    throw new RangeError('the patches are all greys: they say nothing of colour');
  const error = (rgb: Vec3, i: number) => deltaE2000(lab(references[i]), lab(rgb));
  const before = from.map(error);
  const solved = from.map((f, i) => error(transform(matrix, f), i));
  // Least squares of light is not least ΔE; where it does harm, nothing is changed.
  const helps = mean(solved) < mean(before);
  const after = helps ? solved : before;
  const greys = from.filter((_, i) => chroma(lab(references[i])) < greyChroma);
  const cast = greys.length > 0 ? mean(greys.map((g) => chroma(lab(g)))) : 0;
  const { verdict } = judge(mean(before), fits);
  return {
    matrix: helps ? matrix : identity,
    exposure: Math.log2(gain),
    before: mean(before),
    after: mean(after),
    patches: samples.map(({ name }, i) => ({ name, before: before[i], after: after[i] })),
    cast,
    verdict,
    says: words(verdict, cast, mean(before), mean(after)),
  };
}

const chroma = ([, a, b]: Vec3) => Math.hypot(a, b);
/** Chroma up to which a reference is a grey, and from which the greys of a frame show a cast. */
const greyChroma = 2;
const maxCast = 4;

function words(verdict: Verdict, cast: number, before: number, after: number): string {
  if (cast > maxCast)
    return `Balance the shot on a neutral first: the chart’s greys are ${cast.toFixed(1)} off. As it stands, mean ΔE ${before.toFixed(1)}.`;
  const fit = { holds: 'fits', close: 'nearly fits', fails: 'does not fit', none: 'fits' }[verdict];
  return `This profile ${fit} this frame: mean ΔE ${before.toFixed(1)} as it is, ${after.toFixed(1)} at best.`;
}

/** Luminance a matrix gives to a grey: 1 where white is kept. */
export const greyKept = (m: Mat3) =>
  wr * (m[0] + m[1] + m[2]) + wg * (m[3] + m[4] + m[5]) + wb * (m[6] + m[7] + m[8]);

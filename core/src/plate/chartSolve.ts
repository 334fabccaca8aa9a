import { deltaE2000 } from '../colour/deltaE2000.ts';
import { xyzToLab } from '../colour/lab.ts';
import { type Mat3, transform, type Vec3 } from '../colour/matrix.ts';
import { luminanceWeights, rgbToRgb, rgbToXyz } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { xyToXyz } from '../colour/chromaticity.ts';
import { judge, type Verdict } from '../readings/verdict.ts';
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
        ...{ from: f, to: references[i][c] },
        weight: 1 / (luminanceOf(references[i]) + darkening) ** 2,
      })),
    );
  const matrix = [0, 1, 2].flatMap(row) as unknown as Mat3;
  if (!matrix.every(Number.isFinite))
    throw new RangeError('the patches are all greys: they say nothing of colour');
  const error = (rgb: Vec3, i: number) => deltaE2000(lab(references[i]), lab(rgb));
  const patches = samples.map(({ name }, i) => ({
    name,
    before: error(from[i], i),
    after: error(transform(matrix, from[i]), i),
  }));
  const before = mean(patches.map((p) => p.before));
  const after = mean(patches.map((p) => p.after));
  const verdict = judge(before, fits);
  const words = {
    holds: 'This profile fits this frame',
    close: 'This profile nearly fits this frame',
    fails: 'This profile does not fit this frame',
    none: '',
  }[verdict];
  return {
    ...{ matrix, before, after, patches, verdict },
    exposure: Math.log2(gain),
    says: `${words}: mean ΔE ${before.toFixed(1)} as it is, ${after.toFixed(1)} at best.`,
  };
}

/** Luminance a matrix gives to a grey: 1 where white is kept. */
export const greyKept = (m: Mat3) =>
  wr * (m[0] + m[1] + m[2]) + wg * (m[3] + m[4] + m[5]) + wb * (m[6] + m[7] + m[8]);

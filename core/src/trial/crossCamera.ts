import { deltaE2000 } from '../colour/deltaE2000.ts';
import { figuresOf, type ProofFigures } from '../order/proof.ts';

export type Lab = readonly [number, number, number];

/** The same places of a scene as two cameras show them. */
export interface CameraPair {
  /** IDs of the profiles. */
  a: string;
  b: string;
  /** ΔE2000 over all places: mean, 95 % and most. */
  mean: number;
  p95: number;
  max: number;
  /** ΔE2000 of each named patch, the worst first. */
  patches: { name: string; deltaE: number }[];
  /** Mean of b less mean of a: lightness, and how much of the difference a shift of all places alike explains, 0–1. */
  offset: { l: number; a: number; b: number; share: number };
}

const p95Of = (errors: Float64Array) => {
  const sorted = Float64Array.from(errors).sort();
  return sorted[Math.floor(0.95 * (sorted.length - 1))];
};

const meanLab = (labs: readonly Lab[]): [number, number, number] => {
  const sum: [number, number, number] = [0, 0, 0];
  for (const lab of labs) for (const c of [0, 1, 2]) sum[c] += lab[c] / labs.length;
  return sum;
};

/** How alike two cameras show the same places. @param patches names and which of the places each is. */
export function compareCameras(
  [a, labsA]: readonly [string, readonly Lab[]],
  [b, labsB]: readonly [string, readonly Lab[]],
  patches: readonly { name: string; at: number }[] = [],
): CameraPair {
  const errors = Float64Array.from(labsA, (lab, i) => deltaE2000([...lab], [...labsB[i]]));
  const { mean, max }: ProofFigures = figuresOf(errors);
  const [from, to] = [meanLab(labsA), meanLab(labsB)];
  const offset = to.map((v, c) => v - from[c]);
  const shifted = Float64Array.from(labsA, (lab, i) =>
    deltaE2000([lab[0] + offset[0], lab[1] + offset[1], lab[2] + offset[2]], [...labsB[i]]),
  );
  const left = shifted.reduce((sum, e) => sum + e, 0) / shifted.length;
  return {
    a,
    b,
    mean,
    p95: p95Of(errors),
    max,
    patches: patches
      .map(({ name, at }) => ({ name, deltaE: errors[at] }))
      .sort((x, y) => y.deltaE - x.deltaE),
    offset: {
      l: offset[0],
      a: offset[1],
      b: offset[2],
      share: mean > 0 ? Math.max(0, 1 - left / mean) : 0,
    },
  };
}

/** Every pair of some cameras. */
export const comparePairs = (
  cameras: readonly (readonly [string, readonly Lab[]])[],
  patches?: readonly { name: string; at: number }[],
): CameraPair[] => cameras.flatMap((a, i) => cameras.slice(i + 1).map((b) => compareCameras(a, b, patches)));

import type { Codec } from '../camera/codec.ts';
import { linearToStops } from '../camera/exposure.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import type { Pipeline } from '../look/pipeline.ts';
import { applyCube, type Interpolation } from './apply.ts';
import { bake, type BakeOrder, compileOrder } from './bake.ts';
import { type Cube3d, usualGrids } from './cube.ts';

export interface WorstColour {
  /** Camera code in, and display code out of the recipe and of the cube. */
  input: [number, number, number];
  exact: [number, number, number];
  baked: [number, number, number];
  deltaE: number;
  /** Stops of the camera-linear R, G, B from mid-grey. */
  stops: [number, number, number];
}

/** How far a cube is from the exact recipe, in CIEDE2000. */
export interface Proof {
  samples: number;
  interpolation: Interpolation;
  mean: number;
  p99: number;
  max: number;
  worst: WorstColour;
}

/** Limits a proof is judged by: mean and 99 % of ΔE2000. */
export const proofLimits = { mean: 0.3, p99: 1.2 };

/** Halton's sequence in one base: even cover without ever meeting a grid. */
function halton(index: number, base: number): number {
  let result = 0;
  let share = 1 / base;
  for (let i = index; i > 0; i = Math.floor(i / base)) {
    result += share * (i % base);
    share /= base;
  }
  return result;
}

/**
 * Camera codes spread evenly through the camera's gamut and usable range: each channel from the code of the
 * profile's floor to the code of its clip. Interleaved RGB, `count` colours.
 */
export function proofSamples(codec: Codec, count: number): Float32Array {
  const { floorCode, clipCode } = codec;
  const codes = new Float32Array(count * 3);
  for (let i = 0; i < count; i++)
    [2, 3, 5].forEach((base, c) => {
      codes[i * 3 + c] = floorCode + (clipCode - floorCode) * halton(i + 1, base);
    });
  return codes;
}

export const proofSampleCount = 50_000;

/** Compares a cube with the recipe it was baked from. Input: the cube as re-read from its file. */
export function proveCube(
  cube: Cube3d,
  pipeline: Pipeline,
  interpolation: Interpolation = 'tetrahedral',
  count = proofSampleCount,
): Proof {
  const input = proofSamples(pipeline.codec, count);
  const exact = Float32Array.from(input);
  pipeline.run(exact);
  const baked = Float32Array.from(input);
  applyCube(cube, baked, interpolation);

  const { output, toSignal } = pipeline.rendering;
  const lab = displayToLab(output.space, output.curve);
  const at = (b: Float32Array, i: number) =>
    [b[i * 3], b[i * 3 + 1], b[i * 3 + 2]] as [number, number, number];
  const toLab = (code: [number, number, number]) => lab(...(code.map(toSignal) as [number, number, number]));
  const errors = new Float64Array(count);
  let worst = 0;
  for (let i = 0; i < count; i++) {
    errors[i] = deltaE2000(toLab(at(exact, i)), toLab(at(baked, i)));
    if (errors[i] > errors[worst]) worst = i;
  }
  const worstInput = at(input, worst);
  const worstError = errors[worst];
  const mean = errors.reduce((a, b) => a + b, 0) / count;
  errors.sort();
  return {
    samples: count,
    interpolation,
    mean,
    p99: errors[Math.floor(0.99 * (count - 1))],
    max: worstError,
    worst: {
      input: worstInput,
      exact: at(exact, worst),
      baked: at(baked, worst),
      deltaE: worstError,
      stops: worstInput.map((code) => linearToStops(pipeline.codec.decode(code))) as [number, number, number],
    },
  };
}

/** A grid at which a recipe keeps to the limits, with what it was measured to be off there. */
export interface GridAdvice {
  grid: number;
  mean: number;
  p99: number;
}

/** Fewer samples than a proof: enough to choose a grid by. */
const adviceSamples = 8000;

/** Does a measured error keep to the limits? */
export const holdsProof = ({ mean, p99 }: Pick<Proof, 'mean' | 'p99'>) =>
  mean <= proofLimits.mean && p99 <= proofLimits.p99;

/** The smallest usual grid above one that does not do, at which the recipe keeps to the limits; null where none does. */
export function finerGrid(order: BakeOrder): GridAdvice | null {
  const pipeline = compileOrder(order);
  for (const grid of usualGrids.filter((g) => g > order.grid)) {
    const { mean, p99 } = proveCube(bake({ ...order, grid }), pipeline, 'tetrahedral', adviceSamples);
    if (holdsProof({ mean, p99 })) return { grid, mean, p99 };
  }
  return null;
}

import { linearToStops } from '../colour/exposure.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { lightToLab } from '../colour/displayLab.ts';
import type { CompiledEnd } from './end.ts';
import type { CompiledOrder } from './pipeline.ts';
import { applyCube, type Interpolation } from '../lut/apply.ts';
import { bake, type BakeOrder, compileBake } from './bake.ts';
import { type Cube, usualGrids } from '../lut/cube.ts';
import { beyondSamples, colourSamples, gamutSamples, neutralSamples } from './proofSamples.ts';

export interface WorstColour {
  /** Code in, and code out of the recipe and of the cube. */
  input: [number, number, number];
  exact: [number, number, number];
  baked: [number, number, number];
  deltaE: number;
  /** Stops of the R, G, B it stands for from mid-grey: of the camera's light, or of working light behind a display. */
  stops: [number, number, number];
}

/** CIEDE2000 between cube and recipe over some colours. */
export interface ProofFigures {
  mean: number;
  p99: number;
  max: number;
}

/**
 * Colours a cube is proved on, by group. It is judged on colours as often as pictures have them: most codes of a camera or of
 * a display stand for colours that no picture has, so an even spread over them is measured and not judged.
 */
export const proofGroups = [
  {
    id: 'gamut',
    label: 'Camera gamut',
    about: 'evenly from the camera’s floor to its clip',
    of: 'scene',
    judged: false,
  },
  {
    id: 'shown',
    label: 'Colours of pictures',
    about: 'of every hue and level, about as often as pictures have them',
    of: 'any',
    judged: true,
  },
  {
    id: 'neutral',
    label: 'Greys and skin',
    about: 'near neutral and skin, at levels about as often as pictures have them',
    of: 'any',
    judged: true,
  },
  { id: 'plates', label: 'Plates', about: 'pixels of the project’s own plates', of: 'any', judged: true },
  {
    id: 'beyond',
    label: 'Beyond',
    about: 'below the floor and above the clip of its input',
    of: 'any',
    judged: false,
  },
  {
    id: 'display',
    label: 'Whole display',
    about: 'evenly over all of its codes',
    of: 'display',
    judged: false,
  },
] as const;
export type ProofGroupId = (typeof proofGroups)[number]['id'];
const judgedIds: ReadonlySet<ProofGroupId> = new Set(proofGroups.filter((g) => g.judged).map((g) => g.id));
export const isJudged = (id: ProofGroupId): boolean => judgedIds.has(id);

export interface ProofGroup {
  id: ProofGroupId;
  samples: number;
  /** By each interpolation that was asked about. */
  figures: Partial<Record<Interpolation, ProofFigures>>;
  worst: WorstColour;
}

/**
 * How far a cube is from the exact recipe, by the first interpolation that was asked about. Mean and 99 % at the top are those of the one judged group that comes
 * nearest to its limits, or is furthest over them; the most is that of all that are judged.
 */
export interface Proof extends ProofFigures {
  samples: number;
  interpolation: Interpolation;
  groups: ProofGroup[];
  /** The worst colour of the groups that are judged. */
  worst: WorstColour;
}

/** Limits a proof is judged by: mean and 99 % of ΔE2000, in every group that is judged. */
export const proofLimits = { mean: 0.3, p99: 1.2 };

export const proofSampleCount = 50_000;
/** What lies beyond is a look at the edges, not a third of the proof. */
const beyondCount = 4000;

export interface ProofOptions {
  /** Camera codes of the project's plates, interleaved; without any that group is left out. */
  plates?: Float32Array | undefined;
  /** Colours in all groups that are judged. */
  count?: number;
  /** How it will be read between its nodes; judged by the first. */
  interpolations?: readonly [Interpolation, ...Interpolation[]];
}

type Triple = [number, number, number];
const tripleAt = (b: Float32Array, i: number): Triple => [b[i * 3], b[i * 3 + 1], b[i * 3 + 2]];

/** Every so many colours, so that at most `most` are left. */
function thinned(codes: Float32Array, most: number): Float32Array {
  const there = codes.length / 3;
  const count = Math.min(there, most);
  const out = new Float32Array(count * 3);
  for (let i = 0; i < count; i++) out.set(tripleAt(codes, Math.floor((i * there) / count)), i * 3);
  return out;
}

function samplesOf({ ends: { input } }: CompiledOrder, { plates, count = proofSampleCount }: ProofOptions) {
  const kind = input.codec ? 'scene' : 'display';
  const asked = proofGroups.filter((g) => g.of === 'any' || g.of === kind);
  const each = Math.ceil(count / asked.filter((g) => g.judged).length);
  const few = Math.min(beyondCount, each);
  const groups: Record<ProofGroupId, () => Float32Array> = {
    gamut: () => gamutSamples(input, each),
    shown: () => colourSamples(input, each),
    neutral: () => neutralSamples(input, each),
    plates: () => thinned(plates ?? new Float32Array(0), each),
    beyond: () => beyondSamples(input, few),
    display: () => gamutSamples(input, few),
  };
  return asked.map(({ id, judged }) => ({ id, judged, input: groups[id]() })).filter((g) => g.input.length);
}

/** Codes of all groups that are judged, one after the other, interleaved. */
export function judgedSamples(order: CompiledOrder, options: ProofOptions): Float32Array {
  const parts = samplesOf(order, options).filter((g) => g.judged);
  return Float32Array.from(parts.flatMap(({ input }) => [...input]));
}

/** How output codes look on the display they are judged on, as CIE L*a*b*. @returns of interleaved codes, one Lab each. */
export function labsOf({ ends: { output }, rendering }: CompiledOrder) {
  const toLab = lightToLab(rendering.output.space);
  return (codes: Float32Array): Triple[] => {
    const shown = Float32Array.from(codes);
    if (output.codec) {
      output.toLight(shown);
      rendering.run(shown);
    }
    rendering.toLight(shown);
    return Array.from({ length: shown.length / 3 }, (_, i) => toLab(...tripleAt(shown, i)));
  };
}

/** Differences of a cube from the exact recipe, colour by colour. */
function differences(cube: Cube, order: CompiledOrder) {
  const labs = labsOf(order);
  return (input: Float32Array) => {
    const exact = Float32Array.from(input);
    order.run(exact);
    const theirs = labs(exact);
    return (interpolation: Interpolation) => {
      const baked = Float32Array.from(input);
      applyCube(cube, baked, interpolation);
      const ours = labs(baked);
      const errors = Float64Array.from(theirs, (lab, i) => deltaE2000(lab, ours[i]));
      return { exact, baked, errors };
    };
  };
}

/** Mean, 99 % and most of ΔE2000 over some colours. */
export function figuresOf(errors: Float64Array): ProofFigures {
  const sorted = Float64Array.from(errors).sort();
  const count = sorted.length;
  return {
    mean: sorted.reduce((a, b) => a + b, 0) / count,
    p99: sorted[Math.floor(0.99 * (count - 1))],
    max: sorted[count - 1],
  };
}

/** No light at all is told as this many stops under mid-grey: a number that any file can hold. */
const darkest = -24;
const toldStops = (light: number) => Math.max(linearToStops(Math.max(light, 0)), darkest);

/** Stops of the light that each channel of a code stands for. */
function stopsOf(code: Triple, { codec, toLight }: CompiledEnd): Triple {
  if (codec) return code.map((v) => toldStops(codec.decode(v))) as Triple;
  const light = Float32Array.from(code);
  toLight(light);
  return Array.from(light, toldStops) as Triple;
}

/** Mean and 99 % of ΔE2000: what a proof is judged by. */
type JudgedFigures = Pick<ProofFigures, 'mean' | 'p99'>;

/** How near figures come to their limits, 1 at the limit. */
export const closenessToLimit = ({ mean, p99 }: JudgedFigures): number =>
  Math.max(mean / proofLimits.mean, p99 / proofLimits.p99);

/**
 * Shares of the limits between which a file is borderline: pictures disagree about it. Below, pictures together were within
 * the limits; above, at least one was over (photographs and scenes, 1512 files of four cameras and seven displays).
 */
const borderline = { from: 0.9, to: 1.2 };

/** What a proof says of pictures: within the limits, borderline, or over. */
export function proofVerdict(figures: JudgedFigures): 'holds' | 'close' | 'fails' {
  const share = closenessToLimit(figures);
  return share <= borderline.from ? 'holds' : share <= borderline.to ? 'close' : 'fails';
}

/** Does a measured error keep to the limits? A release needs a reason for a file that does not. */
export const holdsProof = (figures: JudgedFigures): boolean => closenessToLimit(figures) <= 1;

/** Compares a cube with the recipe it was baked from. Input: the cube as re-read from its file. */
export function proveCube(cube: Cube, order: CompiledOrder, options: ProofOptions = {}): Proof {
  const compare = differences(cube, order);
  const groups: ProofGroup[] = [];
  const [judgedBy, ...others] = options.interpolations ?? ['tetrahedral', 'trilinear'];
  let hardest: ProofFigures = { mean: 0, p99: 0, max: 0 };
  let worst: WorstColour | undefined;
  for (const { id, judged, input } of samplesOf(order, options)) {
    const by = compare(input);
    const { exact, baked, errors } = by(judgedBy);
    const own = figuresOf(errors);
    const figures: ProofGroup['figures'] = { [judgedBy]: own };
    for (const other of others) figures[other] = figuresOf(by(other).errors);
    const i = errors.indexOf(own.max);
    const code = tripleAt(input, i);
    const worstHere = {
      input: code,
      exact: tripleAt(exact, i),
      baked: tripleAt(baked, i),
      deltaE: own.max,
      stops: stopsOf(code, order.ends.input),
    };
    groups.push({ id, samples: errors.length, figures, worst: worstHere });
    if (!judged) continue;
    if (closenessToLimit(own) > closenessToLimit(hardest)) hardest = own;
    if (!worst || worst.deltaE < worstHere.deltaE) worst = worstHere;
  }
  const samples = groups.reduce((sum, g) => sum + g.samples, 0);
  // The hardest group need not hold the single worst colour.
  const max = worst!.deltaE;
  return { samples, interpolation: judgedBy, ...hardest, max, groups, worst: worst! };
}

/** A grid at which a recipe keeps to the limits, with what it was measured to be off there. */
export interface GridAdvice {
  grid: number;
  mean: number;
  p99: number;
}

/** Fewer samples than a proof: enough to choose a grid by. */
const adviceSamples = 9000;

/** The smallest usual grid above one that does not do, at which the recipe keeps to the limits; null where none does. */
export function finerGrid(order: BakeOrder, plates?: Float32Array): GridAdvice | null {
  const compiled = compileBake(order);
  for (const grid of usualGrids.filter((g) => g > order.grid)) {
    const { mean, p99 } = proveCube(bake({ ...order, grid }), compiled, { plates, count: adviceSamples });
    if (holdsProof({ mean, p99 })) return { grid, mean, p99 };
  }
  return null;
}

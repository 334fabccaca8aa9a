import { applyCube, type Interpolation } from '../lut/apply.ts';
import type { Cube } from '../lut/cube.ts';
import type { CompiledOrder } from '../order/pipeline.ts';
import {
  figuresOf,
  holdsProof,
  proofVerdict,
  isJudged,
  labsOf,
  judgedSamples,
  type Proof,
  type ProofFigures,
  type ProofGroupId,
  proveCube,
  type WorstColour,
} from '../order/proof.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { depthOf } from '../render/display.ts';
import { levels } from '../colour/range.ts';
import type { LutOrder } from '../order/order.ts';

/** What was measured of one file after it was read back. */
export interface FileProof extends ProofFigures {
  samples: number;
  interpolation: Interpolation;
  /** The worst colour of each group that is judged, the worst of all first. */
  worst: (WorstColour & { group: ProofGroupId })[];
  /** Every group, by name. */
  groups: (ProofFigures & { id: ProofGroupId })[];
  greys: GreyAxis;
  /** Codes outside the range the file is made for, as a share of its nodes. */
  outOfRange: number;
  /** Nodes that end at the first or last code of a log, as a share: what is brighter or darker is lost there. */
  clippedNodes: number;
  /** Most a value read back differs from what was baked. */
  rereadError: number;
  holds: boolean;
}

/** The grey axis of a file over all of its codes, also below a camera's floor and above its clip. */
export interface GreyAxis {
  /** Largest fall of a channel from one code to the next of 1024; 0 where it never falls. */
  fall: number;
  /** Most chroma, C*ab, that a grey below the floor or above the clip has beyond that at the floor or the clip. */
  endColour: number;
  /** The greys of the recipe and of the file at even codes from 0 to 1, R, G, B in turn: for drawing. */
  drawn: { exact: number[]; file: number[] };
}

/** Points of a grey axis that are drawn. */
const drawnPoints = 33;
const axisPoints = 1024;
/** A fall below a quarter of a code of ten bits from one point of 1024 to the next is rounding. */
const noFall = 2.5e-4;
/** Chroma of an end that shows. */
const maxEndColour = 3;

function greyRamp(points: number): Float32Array {
  const ramp = new Float32Array(points * 3);
  for (let i = 0; i < points; i++) ramp.fill(i / (points - 1), i * 3, i * 3 + 3);
  return ramp;
}

function drawnAxis(cube: Cube, order: CompiledOrder, interpolation: Interpolation): GreyAxis['drawn'] {
  const [exact, file] = [greyRamp(drawnPoints), greyRamp(drawnPoints)];
  order.run(exact);
  applyCube(cube, file, interpolation);
  return { exact: [...exact], file: [...file] };
}

function greyAxis(cube: Cube, order: CompiledOrder, interpolation: Interpolation): GreyAxis {
  const axis = greyRamp(axisPoints);
  applyCube(cube, axis, interpolation);
  let fall = 0;
  for (let i = 3; i < axis.length; i++) fall = Math.max(fall, axis[i - 3] - axis[i]);
  const labs = labsOf(order)(axis);
  const chroma = (i: number) => Math.hypot(labs[i][1], labs[i][2]);
  const at = (code: number) => Math.round(Math.min(Math.max(code, 0), 1) * (axisPoints - 1));
  const [floor, clip] = order.ends.input.codes.map(at);
  let endColour = 0;
  for (let i = 0; i < floor; i++) endColour = Math.max(endColour, chroma(i) - chroma(floor));
  for (let i = clip + 1; i < axisPoints; i++) endColour = Math.max(endColour, chroma(i) - chroma(clip));
  return { fall: fall > noFall ? fall : 0, endColour, drawn: drawnAxis(cube, order, interpolation) };
}

/** Shares of a cube's nodes that leave the range they are for, and that end at the last codes of a log. */
function nodeShares({ data }: Cube, { output }: LutOrder) {
  const isScene = output.kind === 'scene';
  const { black, white } = isScene
    ? { black: 0, white: 1 }
    : levels(output.display.range, depthOf(output.display));
  let outside = 0;
  let clipped = 0;
  for (let i = 0; i < data.length; i += 3) {
    const [low, high] = [
      Math.min(data[i], data[i + 1], data[i + 2]),
      Math.max(data[i], data[i + 1], data[i + 2]),
    ];
    if (low < black - 1e-4 || high > white + 1e-4) outside++;
    if (isScene && (low <= 0 || high >= 1)) clipped++;
  }
  const nodes = data.length / 3;
  return { outOfRange: outside / nodes, clippedNodes: clipped / nodes };
}

export interface FileProofOptions {
  plates?: Float32Array | undefined;
  interpolation: Interpolation;
  rereadError: number;
  count?: number;
}

/** Colours a file of a pack is proved on; a single export takes more. */
export const packProofCount = 8000;

const groupFigures = ({ groups, interpolation }: Proof) =>
  groups.map(({ id, figures }) => ({ id, ...figures[interpolation]! }));

/** How far a file is from the one of the same name that went out before, on the colours of a proof. */
export function fileDifference(
  before: Cube,
  after: Cube,
  order: CompiledOrder,
  { plates, interpolation }: Pick<FileProofOptions, 'plates' | 'interpolation'>,
): ProofFigures {
  const codes = judgedSamples(order, { plates, count: packProofCount });
  const labs = labsOf(order);
  const [a, b] = [before, after].map((cube) => {
    const out = Float32Array.from(codes);
    applyCube(cube, out, interpolation);
    return labs(out);
  });
  return figuresOf(Float64Array.from(a, (lab, i) => deltaE2000(lab, b[i])));
}

/** Proves a file as read back from the disk against the exact recipe, as the place it goes to interpolates. */
export function proveFile(
  cube: Cube,
  compiled: CompiledOrder,
  lut: LutOrder,
  { plates, interpolation, rereadError, count = packProofCount }: FileProofOptions,
): FileProof {
  const proof = proveCube(cube, compiled, { plates, count, interpolations: [interpolation] });
  const groups = groupFigures(proof);
  const { mean, p99, max } = proof;
  const figures = { mean, p99, max };
  const greys = greyAxis(cube, compiled, interpolation);
  const shares = nodeShares(cube, lut);
  return {
    samples: proof.samples,
    interpolation: proof.interpolation,
    ...figures,
    worst: proof.groups
      .filter((g) => isJudged(g.id))
      .map(({ id, worst }) => ({ group: id, ...worst }))
      .sort((a, b) => b.deltaE - a.deltaE),
    groups,
    greys,
    ...shares,
    rereadError,
    holds: holdsProof(figures) && greys.fall === 0 && shares.outOfRange === 0,
  };
}

/** Within tolerance, borderline, or over: of a file's figures, its greys and its range, as its manifest has them. */
export const fileVerdict = (proof: Pick<FileProof, 'mean' | 'p99' | 'outOfRange'> & { greyFall: number }) =>
  proof.greyFall === 0 && proof.outOfRange === 0 ? proofVerdict(proof) : 'fails';

/** What is said of figures near and over their limits. */
const errorSays = ({ mean, p99 }: Pick<FileProof, 'mean' | 'p99'>) => {
  const figures = `ΔE ${mean.toFixed(2)} in the mean, ${p99.toFixed(1)} at 99 %`;
  return { holds: [], close: [`${figures}, some pictures may be over`], fails: [figures] }[
    proofVerdict({ mean, p99 })
  ];
};

/** What of a proof is over its tolerance or worth telling, in words. */
export function proofFindings(proof: Omit<FileProof, 'holds'>): string[] {
  const { mean, p99, greys, outOfRange, clippedNodes } = proof;
  const percent = (share: number) => `${(share * 100).toFixed(share < 0.01 ? 2 : 1)} %`;
  return [
    ...errorSays({ mean, p99 }),
    ...(greys.fall > 0 ? [`greys fall by ${(greys.fall * 100).toFixed(2)} % of the code`] : []),
    ...(greys.endColour > maxEndColour
      ? [`greys beyond the camera's range have colour, C* ${greys.endColour.toFixed(1)}`]
      : []),
    ...(outOfRange > 0 ? [`${percent(outOfRange)} of the nodes leave the range`] : []),
    ...(clippedNodes > 0 ? [`${percent(clippedNodes)} of the nodes end at the log's last codes`] : []),
  ];
}

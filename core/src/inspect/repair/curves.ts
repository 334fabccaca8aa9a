import { type Cube, type Cube1d, unitDomain } from '../../lut/cube.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import type { ProofFigures } from '../../order/proof.ts';
import { compareLuts } from '../compare.ts';
import { freshGrid, gridOf, through } from './onGrid.ts';
import type { RepairKind } from './repair.ts';

const entries = 1024;
/** Of a curve that undoes another: it is steep at its ends. */
const fineEntries = 4096;
/** Behind a curve that makes display code of log, shadows lie close together: the grid has to be fine. */
const fineGrid = 65;
/** Least slope of a curve that has to be undone again, where the greys stand still. */
const leastSlope = 0.02;

/** The tone curve of a LUT's greys, the mean of the channels, made to rise everywhere so that it can be undone. */
function toneOf(lut: Lut): Float64Array {
  const greys = new Float32Array(entries * 3).map((_, i) => Math.floor(i / 3) / (entries - 1));
  const out = through(lut, greys);
  const tone = new Float64Array(entries);
  let last = -Infinity;
  for (let i = 0; i < entries; i++) {
    const v = (out[i * 3] + out[i * 3 + 1] + out[i * 3 + 2]) / 3;
    last = i === 0 ? v : Math.max(v, last + leastSlope / (entries - 1));
    tone[i] = last;
  }
  const [low, high] = [tone[0], tone[entries - 1]];
  return tone.map((v) => (v - low) / (high - low));
}

/** The place of a value on a curve that rises, 0–1. */
function undo(tone: Float64Array, v: number): number {
  const entries = tone.length;
  if (v <= tone[0]) return 0;
  if (v >= tone[entries - 1]) return 1;
  let [low, high] = [0, entries - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (tone[middle] <= v) low = middle;
    else high = middle;
  }
  return (low + (v - tone[low]) / (tone[high] - tone[low])) / (entries - 1);
}

const tableOf = (lut: Lut, curve: Float64Array, comment: string): Cube1d => ({
  kind: '1d',
  size: curve.length,
  ...unitDomain,
  data: new Float32Array(curve.length * 3).map((_, i) => curve[Math.floor(i / 3)]),
  title: lut.title,
  comments: [...lut.comments, comment],
});

/** A curve mixed with none at all: both rise, so it does too. */
const mixed = (curve: Float64Array, share: number): Float64Array =>
  curve.map((v, i) => share * v + ((1 - share) * i) / (curve.length - 1));

/** Shares of the tone curve that are tried before a grid; all of it is right for log, and far too much for a display. */
const shares = [1, 0.75, 0.5, 0.35, 0.2];

/** ΔE2000 at 99 % from which on a repair makes a file worse than leaving it alone. */
const tooFar = 1;

type Made = { cubes: Cube[]; lost: ProofFigures };

/** The best of what some settings make, one after the other against the LUT. Throws a RangeError where none is near it. */
function best(lut: Lut, made: readonly Cube[][], what: string): Made {
  const tried = made.map((cubes) => {
    const together: Lut = { title: '', comments: [], stages: cubes.flatMap((cube) => lutOf(cube).stages) };
    return { cubes, lost: compareLuts(lut, together).lattice };
  });
  const found = tried.reduce((a, b) => (b.lost.p99 < a.lost.p99 ? b : a));
  if (found.lost.p99 > tooFar)
    throw new RangeError(
      `${what} would be off by ΔE2000 ${found.lost.p99.toFixed(1)} at 99 %: the file is better left as it is`,
    );
  return found;
}
const cost = ({ lost }: Made) =>
  `Off by ΔE2000 ${lost.mean.toFixed(2)} in the mean, ${lost.p99.toFixed(2)} at 99 %.`;

export const shaperRepair: RepairKind = {
  id: 'shaper',
  label: 'Curve and grid',
  about:
    'One file with a part of the tone curve as a table of 1024 before the grid: the grid then has its points where the picture is.',
  fields: [],
  run({ lut }) {
    const tone = toneOf(lut);
    const made = shares.map((share): Cube[] => {
      const curve = mixed(tone, share);
      const grid = freshGrid(lut, 'tone curve in a table before the grid', gridOf(lut), (codes) =>
        codes.set(
          through(
            lut,
            codes.map((v) => undo(curve, v)),
          ),
        ),
      );
      return [{ ...grid, shaper: tableOf(lut, curve, '') }];
    });
    const found = best(lut, made, 'Curve and grid');
    return { made: [{ suffix: 'shaper', cube: found.cubes[0] }], note: cost(found) };
  },
};

export const splitRepair: RepairKind = {
  id: 'split',
  compared: 'together',
  label: 'Split tone from colour',
  about:
    'Two files, to be used one after the other: exposure and contrast as curves, then colour alone, as a grid behind a table that spreads the shadows.',
  fields: [],
  run({ lut }) {
    const tone = toneOf(lut);
    const curve = tableOf(lut, tone, 'exposure and contrast alone');
    const back = Float64Array.from({ length: fineEntries }, (_, i) => undo(tone, i / (fineEntries - 1)));
    const size = Math.max(gridOf(lut), fineGrid);
    const made = [0, ...shares].map((share): Cube[] => {
      const spread = mixed(back, share);
      const grid = freshGrid(lut, 'colour alone, to stand behind the curve', size, (codes) =>
        codes.set(
          through(
            lut,
            codes.map((v) => undo(tone, undo(spread, v))),
          ),
        ),
      );
      return [curve, share === 0 ? grid : { ...grid, shaper: tableOf(lut, spread, '') }];
    });
    const found = best(lut, made, 'Split in two it');
    const [there] = [through(lutOf(curve), Float32Array.of(0.5, 0.5, 0.5))];
    return {
      made: [
        { suffix: 'tone', cube: curve },
        { suffix: 'colour', cube: found.cubes[1] },
      ],
      note: `The curve takes the middle of the codes to ${(there[0] * 100).toFixed(1)} %. ${cost(found)}`,
    };
  },
};

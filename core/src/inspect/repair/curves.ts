import { type Cube1d, unitDomain } from '../../lut/cube.ts';
import { type Lut, lutOf } from '../../lut/lut.ts';
import { freshGrid, gridOf, through } from './onGrid.ts';
import type { RepairKind } from './repair.ts';

const entries = 1024;
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

const tableOf = (lut: Lut, tone: Float64Array, comment: string): Cube1d => ({
  kind: '1d',
  size: entries,
  ...unitDomain,
  data: new Float32Array(entries * 3).map((_, i) => tone[Math.floor(i / 3)]),
  title: lut.title,
  comments: [...lut.comments, comment],
});

/** What is left of a LUT behind its own tone curve. */
const behind = (lut: Lut, tone: Float64Array, comment: string, grid = gridOf(lut)) =>
  freshGrid(lut, comment, grid, (codes) =>
    codes.set(
      through(
        lut,
        codes.map((v) => undo(tone, v)),
      ),
    ),
  );

export const shaperRepair: RepairKind = {
  id: 'shaper',
  label: 'Curve and grid',
  about:
    'One file with the tone curve as a table of 1024 before the grid: the grid then has its points where the picture is.',
  fields: [],
  run({ lut }) {
    const tone = toneOf(lut);
    const grid = behind(lut, tone, 'tone curve in a table before the grid');
    return { made: [{ suffix: 'shaper', cube: { ...grid, shaper: tableOf(lut, tone, '') } }], note: '' };
  },
};

export const splitRepair: RepairKind = {
  id: 'split',
  compared: 'together',
  label: 'Split tone from colour',
  about: 'Two files, to be used one after the other: exposure and contrast as curves, then colour alone.',
  fields: [],
  run({ lut }) {
    const tone = toneOf(lut);
    const curve = tableOf(lut, tone, 'exposure and contrast alone');
    const colour = behind(
      lut,
      tone,
      'colour alone, to stand behind the curve',
      Math.max(gridOf(lut), fineGrid),
    );
    const [there] = [through(lutOf(curve), Float32Array.of(0.5, 0.5, 0.5))];
    return {
      made: [
        { suffix: 'tone', cube: curve },
        { suffix: 'colour', cube: colour },
      ],
      note: `The curve takes the middle of the codes to ${(there[0] * 100).toFixed(1)} %.`,
    };
  },
};

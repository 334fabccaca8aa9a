import { firstRisen, type Lattice, nodeAt, strides } from '../lattice.ts';
import { type FaultKind, shareOf } from './fault.ts';

/** A cell is turned over where its volume is this much negative, of what its edges would span. */
const turned = -0.1;
/** Edges shorter than this share of the usual one span nothing that is seen. */
const short = 0.15;
/** Share of the cells of a picture that have to be turned; of sound files none is. */
const fewest = 0.001;
/** Channels that lie further apart are beyond what a camera records or a display shows. */
const spread = 0.45;
/** Cells that are turned inside out: two colours that stood in one order come out in the other. */
export const folds: FaultKind = {
  id: 'folds',
  label: 'Folded colours',
  unit: '% of the cells',
  meaning:
    'Colours pass through each other: a gradient comes back on itself, and edges show in saturated things.',
  remedy: 'Smooth it there, or take less of it.',
  find({ lattice, neutral }) {
    const { size, values } = lattice;
    const floor = firstRisen(neutral);
    const steps = strides(lattice);
    const volume = volumes(lattice, short * usualEdge(values, steps));
    const across = steps[0] + steps[1] + steps[2];
    let [count, whole] = [0, 0];
    let worst = { volume: 0, node: [0, 0, 0] as [number, number, number] };
    for (let b = floor; b < size - 1; b++)
      for (let g = floor; g < size - 1; g++)
        for (let r = floor; r < size - 1; r++) {
          if (Math.max(r, g, b) - Math.min(r, g, b) > spread * (size - 1)) continue;
          const p = nodeAt(lattice, r, g, b);
          whole++;
          // Where hue is kept the edges from a bright grey point past each other, and those to it do not.
          const there = volume(p, 1);
          if (there > turned || volume(p + across, -1) > turned) continue;
          count++;
          if (there < worst.volume) worst = { volume: there, node: [r, g, b] };
        }
    if (count < fewest * whole) return null;
    return { id: this.id, at: shareOf(lattice, ...worst.node), size: (count / whole) * 100 };
  },
};

/** Volumes that the three edges from a node span, of what they would if they stood upright; 0 where one is held or shorter than so much. */
function volumes(lattice: Lattice, shortest: number): (p: number, way: 1 | -1) => number {
  const { values, low, high } = lattice;
  const steps = strides(lattice);
  const margin = (high - low) * 1e-4;
  // What is held at an end of the range is flattened there, not folded.
  const isHeld = (v: number) => v <= low + margin || v >= high - margin;
  const edge = new Float64Array(9);
  return (p, way) => {
    let span = 1;
    for (let a = 0; a < 3; a++) {
      let length = 0;
      for (let c = 0; c < 3; c++) {
        const [v, w] = [values[p + c], values[p + way * steps[a] + c]];
        if (isHeld(v) || isHeld(w)) return 0;
        edge[a * 3 + c] = way * (w - v);
        length += (w - v) ** 2;
      }
      if (length < shortest ** 2) return 0;
      span *= Math.sqrt(length);
    }
    const [a, d, e, f, h, i, j, k, l] = edge;
    return (a * (h * l - i * k) - d * (f * l - i * j) + e * (f * k - h * j)) / span;
  };
}

/** Mean length of an edge of a cell. */
function usualEdge(values: Float32Array, steps: readonly number[]): number {
  let [sum, n] = [0, 0];
  for (const step of steps)
    for (let p = 0; p + step + 2 < values.length; p += 3 * 7) {
      sum += Math.hypot(
        values[p + step] - values[p],
        values[p + step + 1] - values[p + 1],
        values[p + step + 2] - values[p + 2],
      );
      n++;
    }
  return sum / Math.max(n, 1);
}

import { firstRisen, isCoarse, nodeAt, strides } from '../lattice.ts';
import { type FaultKind, shareOf } from './fault.ts';

/** A cell is turned over where its volume is this much negative, of what its edges would span. */
const turned = -0.1;
/** Edges shorter than this share of the usual one span nothing that is seen. */
const short = 0.15;
/** Share of the cells of a picture that have to be turned: looks that pull opposites apart turn a few. */
const fewest = { usual: 0.01, coarse: 0.02 };
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
    const { size, values, low, high } = lattice;
    const floor = firstRisen(neutral);
    const steps = strides(lattice);
    const edge = new Float64Array(9);
    const usual = usualEdge(values, steps);
    const margin = (high - low) * 1e-4;
    let [count, whole] = [0, 0];
    let worst = { volume: 0, node: [0, 0, 0] as [number, number, number] };
    for (let b = floor; b < size - 1; b++)
      for (let g = floor; g < size - 1; g++)
        for (let r = floor; r < size - 1; r++) {
          if (Math.max(r, g, b) - Math.min(r, g, b) > spread * (size - 1)) continue;
          const p = nodeAt(lattice, r, g, b);
          whole++;
          let isHeld = false;
          let span = 1;
          for (let a = 0; a < 3 && !isHeld; a++) {
            let length = 0;
            for (let c = 0; c < 3; c++) {
              const [v, w] = [values[p + c], values[p + steps[a] + c]];
              // What is held at an end of the range is flattened there, not folded.
              isHeld ||= w <= low + margin || w >= high - margin || v <= low + margin || v >= high - margin;
              edge[a * 3 + c] = w - v;
              length += (w - v) ** 2;
            }
            isHeld ||= Math.sqrt(length) < short * usual;
            span *= Math.sqrt(length);
          }
          if (isHeld) continue;
          const [a, d, e, f, h, i, j, k, l] = edge;
          const volume = (a * (h * l - i * k) - d * (f * l - i * j) + e * (f * k - h * j)) / span;
          if (volume > turned) continue;
          count++;
          if (volume < worst.volume) worst = { volume, node: [r, g, b] };
        }
    if (count < (isCoarse(lattice) ? fewest.coarse : fewest.usual) * whole) return null;
    return { id: this.id, at: shareOf(lattice, ...worst.node), size: (count / whole) * 100 };
  },
};

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

import { type Lattice, nodeAt } from '../lattice.ts';
import type { FaultKind } from './fault.ts';

/** A first node is this many times nearer to the last one of the row before than to its own neighbour. */
const times = 3;

type Place = [number, number, number];

/** Mean difference between nodes of two kinds of place. */
function meanApart(lattice: Lattice, pairs: (u: number, v: number) => [Place, Place] | null): number {
  const { size, values } = lattice;
  let [sum, count] = [0, 0];
  for (let u = 0; u < size; u++)
    for (let v = 0; v < size; v++) {
      const pair = pairs(u, v);
      if (!pair) continue;
      const [a, b] = pair.map((place) => nodeAt(lattice, ...place));
      for (let c = 0; c < 3; c++) sum += Math.abs(values[a + c] - values[b + c]);
      count += 3;
    }
  return sum / Math.max(count, 1);
}

/** The whole table one node too early or too late: each row begins with the end of the one before, or ends with the beginning of the next. */
export const shiftedGrid: FaultKind = {
  id: 'shiftedGrid',
  label: 'Grid shifted',
  unit: 'times',
  meaning:
    'Every value stands one node beside its place, and what left one end came in at the other: an edge of the colours is another’s.',
  remedy: 'A line was lost or added before the table: ask for the file again.',
  find({ lattice }) {
    const last = lattice.size - 1;
    let worst = 0;
    const judge = (own: number, wrapped: number) => {
      worst = Math.max(worst, own / Math.max(wrapped, 1e-6));
    };
    // Red runs fastest: a table that is read one value late wraps from row to row.
    judge(
      meanApart(lattice, (g, b) =>
        g === 0
          ? null
          : [
              [0, g, b],
              [1, g, b],
            ],
      ),
      meanApart(lattice, (g, b) =>
        g === 0
          ? null
          : [
              [0, g, b],
              [last, g - 1, b],
            ],
      ),
    );
    judge(
      meanApart(lattice, (g, b) =>
        g === last
          ? null
          : [
              [last, g, b],
              [last - 1, g, b],
            ],
      ),
      meanApart(lattice, (g, b) =>
        g === last
          ? null
          : [
              [last, g, b],
              [0, g + 1, b],
            ],
      ),
    );
    for (let axis = 0; axis < 3; axis++) {
      const placed = (i: number, u: number, v: number): Place =>
        [[i, u, v] as Place, [u, i, v] as Place, [u, v, i] as Place][axis];
      const ends = (u: number, v: number): [Place, Place] => [placed(0, u, v), placed(last, u, v)];
      judge(
        meanApart(lattice, (u, v) => [placed(0, u, v), placed(1, u, v)]),
        meanApart(lattice, ends),
      );
      judge(
        meanApart(lattice, (u, v) => [placed(last, u, v), placed(last - 1, u, v)]),
        meanApart(lattice, ends),
      );
    }
    return worst > times ? { id: this.id, at: null, size: worst } : null;
  },
};

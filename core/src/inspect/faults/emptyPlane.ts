import { nodeAt } from '../lattice.ts';
import type { FaultKind } from './fault.ts';
import { planeSteps } from './planeTwice.ts';

/** Values this near are one. */
const asOne = 1e-6;
/** Mean difference from the planes beside it, of the signal: one that is all white lies beside one that nearly is. */
const apart = 0.08;
/** Planes by which an axis is known. */
const someShares = [0.25, 0.5, 0.75] as const;

/** A plane across the grid, most often one of its faces, that holds one colour all over while the one beside it does not. */
export const emptyPlane: FaultKind = {
  id: 'emptyPlane',
  label: 'Empty plane',
  unit: 'of the input',
  meaning: 'A whole plane of the grid was never filled in: colours near it run into one colour.',
  remedy: 'Ask for the file again; or carry the planes beside it on in its place.',
  find({ lattice }) {
    const { size, values } = lattice;
    const isEmpty = (axis: number, at: number): boolean => {
      const place: [number, number, number] = [0, 0, 0];
      place[axis] = at;
      const first = nodeAt(lattice, ...place);
      const [a, b] = [0, 1, 2].filter((other) => other !== axis);
      for (place[a] = 0; place[a] < size; place[a]++)
        for (place[b] = 0; place[b] < size; place[b]++) {
          const p = nodeAt(lattice, ...place);
          for (let c = 0; c < 3; c++) if (Math.abs(values[p + c] - values[first + c]) > asOne) return false;
        }
      return true;
    };
    for (let axis = 0; axis < 3; axis++) {
      // Where a channel alone is looked at, every plane across it has one colour.
      if (someShares.every((share) => isEmpty(axis, Math.round(share * (size - 1))))) continue;
      // Measured once a plane is empty: hardly any LUT has one.
      let steps: number[] | undefined;
      for (let i = 0; i < size; i++) {
        if (!isEmpty(axis, i)) continue;
        steps ??= planeSteps(lattice, axis);
        if (Math.min(steps[i - 1] ?? Infinity, steps[i] ?? Infinity) < apart) continue;
        const at: [number, number, number] = [0.5, 0.5, 0.5];
        at[axis] = i / (size - 1);
        return { id: this.id, at, size: at[axis] };
      }
    }
    return null;
  },
};

import { type Lattice, strides } from '../lattice.ts';
import type { FaultKind } from './fault.ts';

/** Two planes are one where they differ by less than this share of what lies on either side of them. */
const asOne = 0.01;
/** Planes beside them have to differ by as much of the signal, in the mean. */
const apart = 1e-4;

/** Mean difference between each plane along an axis and the next. */
export function planeSteps(lattice: Lattice, axis: number): number[] {
  const { size, values } = lattice;
  const step = strides(lattice);
  const [u, v] = [0, 1, 2].filter((a) => a !== axis).map((a) => step[a]);
  return Array.from({ length: size - 1 }, (_, i) => {
    let sum = 0;
    for (let j = 0; j < size; j++)
      for (let k = 0; k < size; k++) {
        const a = i * step[axis] + j * u + k * v;
        const b = a + step[axis];
        for (let c = 0; c < 3; c++) sum += Math.abs(values[b + c] - values[a + c]);
      }
    return sum / (size * size * 3);
  });
}

/** A plane of the grid that was written twice: everything behind it stands one place too far, or one plane is lost. */
export const planeTwice: FaultKind = {
  id: 'planeTwice',
  label: 'Plane written twice',
  unit: 'of the signal',
  meaning:
    'Two planes of the grid hold the same values: colours between them stand still, and are too dark or too pale beyond.',
  remedy: 'Ask for the file again; or put the mean of its neighbours in the place of the second plane.',
  find({ lattice }) {
    for (let axis = 0; axis < 3; axis++) {
      const steps = planeSteps(lattice, axis);
      for (let i = 1; i < steps.length - 1; i++) {
        // One alone: where a signal is held, planes are the same up to its end.
        const beside = Math.min(steps[i - 1], steps[i + 1]);
        if (beside < apart || steps[i] > asOne * beside) continue;
        const at: [number, number, number] = [0.5, 0.5, 0.5];
        at[axis] = (i + 1) / (lattice.size - 1);
        return { id: this.id, at, size: beside };
      }
    }
    return null;
  },
};

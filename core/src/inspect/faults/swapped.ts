import { nodeAt, strides } from '../lattice.ts';
import type { FaultKind } from './fault.ts';

/** An output follows another input this many times as much as its own. */
const times = 1.5;

/** Channels that stand in each other's places, as where a table was read in another order. */
export const swappedAxes: FaultKind = {
  id: 'swappedAxes',
  label: 'Channels swapped',
  unit: 'times as much',
  meaning: 'Red drives blue, or another pair: the file was written or read in another order.',
  remedy: 'Put the axes of the table in their order: red fastest.',
  find({ lattice }) {
    const { size, values } = lattice;
    const steps = strides(lattice);
    // How much each output changes with each input, off the neutral axis: further out, gamuts are held and mix them.
    const gain = [0, 1, 2].map((out) =>
      steps.map((step) => {
        let sum = 0;
        for (let i = 0; i < size - 1; i++) {
          const p = nodeAt(lattice, i, i, i) + out;
          sum += Math.abs(values[p + step] - values[p]);
        }
        return sum;
      }),
    );
    const follows = gain.map((row) => row.indexOf(Math.max(...row)));
    const isOrder = new Set(follows).size === 3;
    const moved = follows.flatMap((input, out) =>
      input === out ? [] : [gain[out][input] / Math.max(gain[out][out], 1e-9)],
    );
    const least = Math.min(...moved);
    return isOrder && moved.length >= 2 && least > times ? { id: this.id, at: null, size: least } : null;
  },
};

import { isCoarse, underBlack } from '../lattice.ts';
import type { FaultKind } from './fault.ts';

/** Change of slope at one node, as a share of the slope there: in highlights all slopes are small, and corners show as well. */
const least = { usual: 0.3, coarse: 0.65 };
/** Under this share of the steepest slope there is, nothing shows. */
const faintest = 0.02;
/** Times as much as beside it. */
const times = 4;

/** A corner in the tone scale: the slope changes at one place, and not beside it. */
export const kink: FaultKind = {
  id: 'kink',
  label: 'Kinked tones',
  unit: 'of the slope there',
  meaning: 'The tone scale has a corner: an edge shows in soft gradients where light passes it.',
  remedy: 'Round the curve there.',
  find({ neutral, lattice }) {
    const { size, low, high } = lattice;
    const enough = isCoarse(lattice) ? least.coarse : least.usual;
    const margin = (high - low) * 1e-4;
    let worst = { bend: 0, at: 0 };
    for (let c = 0; c < 3; c++) {
      const v = (i: number) => neutral[i * 3 + c];
      const slopes = Array.from({ length: size - 1 }, (_, i) => v(i + 1) - v(i));
      const steepest = Math.max(...slopes.map(Math.abs));
      const turn = (i: number) => (i < 1 || i > size - 2 ? 0 : slopes[i] - slopes[i - 1]);
      // What is left of it beside its neighbours': a shoulder turns evenly, a corner at one place.
      const bend = (i: number) => Math.abs(turn(i) - (turn(i - 1) + turn(i + 1)) / 2);
      for (let i = Math.max(4, Math.ceil(underBlack * (size - 1))); i < size - 4; i++) {
        // Where it begins or ends to be held at an end of its range, it has to have a corner.
        const isHeld = [i - 1, i, i + 1].some((k) => v(k) <= low + margin || v(k) >= high - margin);
        const local = Math.max(Math.abs(slopes[i - 1]), Math.abs(slopes[i]));
        if (isHeld || bend(i) < Math.max(enough * local, faintest * steepest)) continue;
        const beside = Math.max(...[-3, -2, 2, 3].map((k) => bend(i + k)));
        if (bend(i) > times * beside && bend(i) > worst.bend * local)
          worst = { bend: bend(i) / local, at: i / (size - 1) };
      }
    }
    if (worst.bend === 0) return null;
    return { id: this.id, at: [worst.at, worst.at, worst.at], size: worst.bend };
  },
};

import type { FaultKind } from './fault.ts';

/** A grey may fall by this much by rounding alone. */
const least = 0.004;

/** A grey that gets darker as what goes in gets lighter. */
export const reversal: FaultKind = {
  id: 'reversal',
  label: 'Reversed tones',
  unit: 'of the signal',
  meaning: 'Part of the tone scale runs backwards: a lighter thing is shown darker than a darker one.',
  remedy: 'Make the neutral axis rise; where the curve was meant, take its turn out.',
  find({ neutral, lattice: { size } }) {
    let worst = { drop: 0, at: 0 };
    for (let c = 0; c < 3; c++) {
      let top = neutral[c];
      for (let i = 1; i < size; i++) {
        const v = neutral[i * 3 + c];
        top = Math.max(top, v);
        if (top - v > worst.drop) worst = { drop: top - v, at: i / (size - 1) };
      }
    }
    if (worst.drop < least) return null;
    return { id: this.id, at: [worst.at, worst.at, worst.at], size: worst.drop };
  },
};

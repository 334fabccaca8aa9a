import type { FaultKind } from './fault.ts';

/** Level a black has to be held at, for it to be no black, and the slope behind it, of the steepest. */
const lifted = 0.03;
const abrupt = 0.35;
/** Below this input no picture lies: there a log is held at its black. */
const black = 0.145;

/** Shadows that are held at one level and leave it with a corner: what was below is gone. */
export const clampedShadows: FaultKind = {
  id: 'clampedShadows',
  label: 'Clamped shadows',
  unit: 'of the signal',
  meaning:
    'Everything under one level comes out as that level: shadows are flat, and their noise is gone with their detail.',
  remedy: 'Nothing brings back what was held; ask for the file without the clamp.',
  find({ neutral, lattice: { size } }) {
    const level = (i: number) => (neutral[i * 3] + neutral[i * 3 + 1] + neutral[i * 3 + 2]) / 3;
    let held = 1;
    while (held < size && Math.abs(level(held) - level(0)) < 1e-5) held++;
    const slopes = Array.from({ length: size - 1 }, (_, i) => level(i + 1) - level(i));
    const steepest = Math.max(...slopes);
    const after = slopes[held] ?? 0;
    if (level(0) < lifted || (held - 1) / (size - 1) < black || after < abrupt * steepest) return null;
    const at = (held - 1) / (size - 1);
    return { id: this.id, at: [at, at, at], size: level(0) };
  },
};

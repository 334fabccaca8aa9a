import type { FaultKind } from './fault.ts';

/** Stops over mid-grey of the darkest that pictures need: what is held up to more is missed in them. */
const needed = -4.5;

/**
 * Where nobody knows what its input is: the level a black has to be held at, for it to be no black, the slope behind it, of
 * the steepest, and the input below which no picture lies, since there a log is held at its black.
 */
const unknown = { lifted: 0.03, abrupt: 0.35, black: 0.145 };

/** Shadows that are held at one level: what was below is gone. */
export const clampedShadows: FaultKind = {
  id: 'clampedShadows',
  label: 'Clamped shadows',
  unit: 'of the input and less',
  meaning:
    'Everything under one level comes out as that level: shadows are flat, and their noise is gone with their detail.',
  remedy: 'Nothing brings back what was held; ask for the file without the clamp.',
  find({ neutral, lattice: { size }, stopsAt }) {
    const level = (i: number) => (neutral[i * 3] + neutral[i * 3 + 1] + neutral[i * 3 + 2]) / 3;
    let held = 1;
    while (held < size && Math.abs(level(held) - level(0)) < 1e-5) held++;
    const at = (held - 1) / (size - 1);
    if (held === 1 || held === size) return null;
    const slopes = Array.from({ length: size - 1 }, (_, i) => level(i + 1) - level(i));
    const isUnknownClamp =
      level(0) >= unknown.lifted &&
      at >= unknown.black &&
      (slopes[held] ?? 0) >= unknown.abrupt * Math.max(...slopes);
    if (stopsAt ? stopsAt(at) < needed : !isUnknownClamp) return null;
    return { id: this.id, at: [at, at, at], size: at };
  },
};

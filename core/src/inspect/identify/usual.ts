import type { Residual } from './residual.ts';

/** A figure of a residual: where it lies for most looks, and how much it says where it does not. */
interface Habit {
  /** Natural logarithm lost for each doubling or so beyond the width. */
  weight: number;
  width: number;
  of(r: Residual, isDisplayOut: boolean): number;
}

const whole = (stops: number) => Math.max(-3, Math.min(3, Math.round(stops)));
const log = (v: number) => Math.log(Math.max(v, 0.02));

/**
 * What is usual in looks, each figure with a long tail: no one oddity rules a reading out. Weights and widths were found by
 * maximum likelihood on LUTs of all roles and profiles with the starting points as looks; the demo's looks were kept
 * aside, and are named as often (docs/inspection.md has the figures).
 */
const habits: readonly Habit[] = [
  // Nothing but an exposure, to the last decimal: what no wrong pair of ends comes to by chance.
  { weight: 0.44, width: 4e-4, of: (r) => r.worst },
  // People expose by whole stops, if at all.
  { weight: 0.32, width: 0.023, of: (r) => r.exposure - whole(r.exposure) },
  { weight: 2.71, width: 0.8, of: (r) => whole(r.exposure) },
  { weight: 0.24, width: 0.52, of: (r) => r.exposure },
  { weight: 5.11, width: 0.4, of: (r) => log(r.contrast) },
  { weight: 0.96, width: 0.0081, of: (r) => r.bend },
  { weight: 2.14, width: 0.0457, of: (r) => r.rest },
  { weight: 0.18, width: 0.0424, of: (r) => r.rough },
  { weight: 0.32, width: 0.61, of: (r) => r.tint },
  { weight: 0.61, width: 0.116, of: (r) => log(r.saturation) },
  { weight: 5.96, width: 0.13, of: (r) => r.turn },
  { weight: 0.15, width: 2.1, of: (r, isDisplay) => (isDisplay ? r.blackLift : 0) },
  { weight: 0.22, width: 0.007, of: (r, isDisplay) => (isDisplay ? 0 : r.blackLift) },
  { weight: 0.34, width: 0.358, of: (r, isDisplay) => (isDisplay ? r.stirred : 0) },
  { weight: 3.05, width: 1.15, of: (r, isDisplay) => (isDisplay ? r.held : 0) },
  // A toe that is taken off with the wrong curve leaves a corner behind.
  { weight: 0.75, width: 0.07, of: (r) => r.toeCorner },
  { weight: 0.62, width: 0.057, of: (r) => r.topCorner },
  { weight: 0.67, width: 0.48, of: (r) => (r.held < 0.2 ? r.toeCorner : 0) },
  { weight: 1.26, width: 0.42, of: (r, isDisplay) => (isDisplay ? 0 : r.toeCorner) },
];

/** Natural logarithm of how usual a look would be, up to a constant. */
export const howUsual = (r: Residual, isDisplayOut: boolean): number =>
  -habits.reduce((sum, h) => sum + h.weight * Math.log1p((h.of(r, isDisplayOut) / h.width) ** 2), 0);

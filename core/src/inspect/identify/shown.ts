import type { RoleId } from '../../order/roles/index.ts';
import type { ToneFree } from './toneFree.ts';

/** A LUT from a camera to a display, as one of three: what it does to footage exposed so many stops over. */
export interface ShownAs {
  role: Extract<RoleId, 'conversion' | 'combined' | 'monitor'>;
  /** Stops over. */
  over: number;
}

/** Roles, and the exposures people make monitor LUTs for. */
export const shownAs: readonly ShownAs[] = [
  { role: 'conversion', over: 0 },
  { role: 'combined', over: 0 },
  ...[-2, -1, 1, 1.5, 2, 3].map((over): ShownAs => ({ role: 'monitor', over })),
];

/** A figure, how much it says where it is not as it is for most, and how wide it spreads. */
interface Habit {
  weight: number;
  width: number;
  of(f: ToneFree, as: ShownAs): number;
}

/** An 18 % grey and a white of 90 %, as most makers show them (common practice). */
const usual = { grey: 0.439, white: 0.808, whiteStops: Math.log2(0.9 / 0.18), top: 5.97, toeSlope: 1.32 };
const isConversion = ({ role }: ShownAs) => role === 'conversion';

/** Found by maximum likelihood on files of nine tone scales and on our own; seven others are kept for the test (`testing/makers.ts`). */
const habits: readonly Habit[] = [
  { weight: 0.891, width: 2.55, of: (f) => f.rest },
  { weight: 0.43, width: 0.0142, of: (f) => f.wiggle },
  { weight: 0.291, width: 0.187, of: (f) => f.toeSlope - usual.toeSlope },
  { weight: 0.377, width: 0.0118, of: (f) => f.toeCorner },
  { weight: 7.98, width: 0.123, of: (f, { over }) => f.signalAt(over) - usual.grey },
  { weight: 1.09, width: 0.0549, of: (f, { over }) => f.signalAt(over + usual.whiteStops) - usual.white },
  { weight: 0.464, width: 0.125, of: (f, { over }) => f.top - over - usual.top },
  { weight: 1.66, width: 0.0068, of: (f) => f.turn },
  { weight: 1.72, width: 7.72, of: (f) => f.held },
  { weight: 0.291, width: 0.0015, of: (f) => f.stirred },
  { weight: 3.01, width: 0.0003, of: (f, as) => (isConversion(as) ? f.tint : 0) },
  { weight: 0.582, width: 0.006, of: (f, as) => (isConversion(as) ? f.turn : 0) },
  { weight: 1.07, width: 0.151, of: (f, as) => (isConversion(as) ? f.saturationOff : 0) },
];

/** How common each is, beside what is no LUT from a camera to a display. */
const common = { conversion: 3.97, combined: 0.486, monitor: -1.38, narrow: -1.51, eachStopOver: -0.689 };

/** Natural logarithm of how likely a LUT is one of these, up to the constant of `identify.ts`. */
export const howLikely = (f: ToneFree, as: ShownAs, isNarrow: boolean): number =>
  common[as.role] +
  common.eachStopOver * Math.abs(as.over) +
  (isNarrow ? common.narrow : 0) -
  habits.reduce((sum, h) => sum + h.weight * Math.log1p((h.of(f, as) / h.width) ** 2), 0);

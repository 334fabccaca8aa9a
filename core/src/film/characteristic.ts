import { z } from 'zod';

const number = (min: number, max: number, label: string, unit: string, step: number) =>
  z.number().min(min).max(max).meta({ label, unit, step });

/** One layer's characteristic curve as a stock document holds it. Densities are base 10; exposures log10. */
export const curveSchema = z
  .strictObject({
    dMin: number(0, 2, 'Dmin', 'D', 0.01),
    dMax: number(0.3, 5, 'Dmax', 'D', 0.02),
    gamma: number(0.2, 6, 'Gamma', '', 0.01),
    /** Log exposure, from that of an 18 % grey, at which density is 0.15 above Dmin. */
    speed: number(-3, 2, 'Speed point', 'log H', 0.01),
    /** How softly the curve leaves Dmin and reaches Dmax, in density. */
    toe: number(0.01, 1, 'Toe', 'D', 0.01),
    shoulder: number(0.01, 1.5, 'Shoulder', 'D', 0.01),
  })
  .refine((c) => c.dMax - c.dMin >= 0.25, {
    path: ['dMax'],
    message: 'Dmax must lie at least 0.25 above Dmin',
  });
export type CurveParams = z.output<typeof curveSchema>;

/** Density above Dmin at which speed is read (ISO 5800). */
export const speedDensity = 0.15;

export interface Characteristic {
  /** Density at a log exposure. */
  density(logExposure: number): number;
  /** Log exposure of a density; densities outside the curve are held to just inside it. */
  exposure(density: number): number;
  /** Density a log unit of exposure. */
  slope(logExposure: number): number;
}

const softplus = (x: number) => (x > 30 ? x : Math.log1p(Math.exp(x)));
const softplusInverse = (y: number) => (y > 30 ? y : Math.log(Math.expm1(y)));
const sigmoid = (x: number) => 1 / (1 + Math.exp(-x));
/** Share of the range kept from either end when a density is taken back to an exposure. */
const inside = 1e-6;

/**
 * A characteristic curve: a straight line of slope gamma that leaves Dmin through a soft toe and reaches Dmax through
 * a soft shoulder. It rises everywhere and is undone in closed form. Source: the usual shape of sensitometry (common
 * practice); the two soft corners are ours.
 */
export function characteristic({ dMin, dMax, gamma, speed, toe, shoulder }: CurveParams): Characteristic {
  const range = dMax - dMin;
  // The shoulder pulls the foot down a hair; both ends are put back where they belong.
  const foot = range - shoulder * softplus(range / shoulder);
  const scale = range / (range - foot);
  const rise = (line: number) => {
    const u = toe * softplus(line / toe);
    return scale * (range - shoulder * softplus((range - u) / shoulder) - foot);
  };
  const lineOf = (above: number) => {
    const held = Math.min(Math.max(above, range * inside), range * (1 - inside));
    const u = range - shoulder * softplusInverse((range - (held / scale + foot)) / shoulder);
    return toe * softplusInverse(Math.max(u, toe * 1e-12) / toe);
  };
  const start = speed - lineOf(Math.min(speedDensity, range / 2)) / gamma;
  return {
    density: (x) => dMin + rise(gamma * (x - start)),
    exposure: (d) => start + lineOf(d - dMin) / gamma,
    slope(x) {
      const line = gamma * (x - start);
      const u = toe * softplus(line / toe);
      return scale * gamma * sigmoid(line / toe) * sigmoid((range - u) / shoulder);
    },
  };
}

import { UniformTable } from '../numeric/uniformTable.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { characteristic, type CurveParams } from './characteristic.ts';

/** Log exposures a table spans; beyond them the ends hold. */
const span = [-5, 4] as const;
const steps = 4096;

/** A characteristic curve, density over log exposure, as a table: within 1e-6 of the curve, and quick. */
export const curveTable = memoizeRecent(
  48,
  (curve: CurveParams) => new UniformTable(characteristic(curve).density, ...span, steps),
);

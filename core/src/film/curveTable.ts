import { EvenTable } from '../numeric/evenTable.ts';
import { latelyMade } from '../numeric/latelyMade.ts';
import { characteristic, type CurveParams } from './characteristic.ts';

/** Log exposures a table spans; beyond them the ends hold. */
const span = [-5, 4] as const;
const steps = 4096;

/** A characteristic curve, density over log exposure, as a table: within 1e-6 of the curve, and quick. */
export const curveTable = latelyMade(
  48,
  (curve: CurveParams) => new EvenTable(characteristic(curve).density, ...span, steps),
);

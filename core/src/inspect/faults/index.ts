import type { Lut } from '../../lut/lut.ts';
import { latticeOf, neutralOf } from '../lattice.ts';
import { badNode } from './badNode.ts';
import { clampedShadows } from './clampedShadows.ts';
import { coarseValues } from './coarse.ts';
import { emptyPlane } from './emptyPlane.ts';
import type { Fault, FaultKind, Inspected } from './fault.ts';
import { folds } from './fold.ts';
import { huesBack } from './huesBack.ts';
import { kink } from './kink.ts';
import { narrowOutput } from './narrowOutput.ts';
import { planeTwice } from './planeTwice.ts';
import { reversal } from './reversal.ts';
import { shiftedGrid } from './shifted.ts';
import { swappedAxes } from './swapped.ts';

/** Everything that is looked for in a LUT, the gravest first. To add one: a file beside these, a line here, a seeded LUT in the test. */
export const faultKinds: readonly FaultKind[] = [
  swappedAxes,
  shiftedGrid,
  planeTwice,
  emptyPlane,
  reversal,
  narrowOutput,
  clampedShadows,
  folds,
  huesBack,
  badNode,
  kink,
  coarseValues,
];

/** What is wrong with a LUT, and where. @param known what greys of its input stand for and how it is seen, where that is known. */
export function findFaults(
  lut: Lut,
  lattice = latticeOf(lut),
  known: Pick<Inspected, 'stopsAt' | 'seen'> = { stopsAt: null, seen: null },
): Fault[] {
  const inspected = { lut, lattice, neutral: neutralOf(lattice), ...known };
  return faultKinds.flatMap((kind) => kind.find(inspected) ?? []);
}

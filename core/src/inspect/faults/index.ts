import type { Lut } from '../../lut/lut.ts';
import { latticeOf, neutralOf } from '../lattice.ts';
import { badNode } from './badNode.ts';
import { clampedShadows } from './clampedShadows.ts';
import { coarseValues } from './coarse.ts';
import type { Fault, FaultKind } from './fault.ts';
import { folds } from './fold.ts';
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
  reversal,
  narrowOutput,
  clampedShadows,
  folds,
  badNode,
  kink,
  coarseValues,
];

/** What is wrong with a LUT, and where. */
export function findFaults(lut: Lut, lattice = latticeOf(lut)): Fault[] {
  const inspected = { lut, lattice, neutral: neutralOf(lattice) };
  return faultKinds.flatMap((kind) => kind.find(inspected) ?? []);
}

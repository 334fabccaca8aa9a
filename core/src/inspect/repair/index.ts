import { shaperRepair, splitRepair } from './curves.ts';
import { invertRepair } from './invert.ts';
import { luminanceRepair } from './luminance.ts';
import type { RepairKind } from './repair.ts';
import {
  clampRepair,
  joinRepair,
  rangeRepair,
  reorderRepair,
  resampleRepair,
  strengthRepair,
} from './simple.ts';
import { smoothRepair } from './smooth.ts';

/** Everything that can be done to a LUT. To add one: an object in a file beside these, a line here, a test. */
export const repairKinds: readonly RepairKind[] = [
  resampleRepair,
  rangeRepair,
  clampRepair,
  smoothRepair,
  reorderRepair,
  strengthRepair,
  luminanceRepair,
  splitRepair,
  shaperRepair,
  invertRepair,
  joinRepair,
];

export function repairKind(id: string): RepairKind {
  const found = repairKinds.find((k) => k.id === id);
  if (!found) throw new RangeError(`no repair "${id}"`);
  return found;
}

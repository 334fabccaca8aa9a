import { findFaults } from '../faults/index.ts';
import { faultWords } from '../faults/words.ts';
import { reportColours } from '../report/colours.ts';
import { reportGreys } from '../report/greys.ts';
import type { View } from '../report/view.ts';

/** What is read of a LUT before it is mended and after. */
export interface RepairReadings {
  midGrey: number;
  black: number;
  white: number;
  contrast: number;
  saturation: number;
  faults: string[];
}

export function repairReadings(view: View): RepairReadings {
  const { midGrey, black, white, contrast } = reportGreys(view);
  const { saturation } = reportColours(view);
  const faults = findFaults(view.lut).map((f) => faultWords(f.id).label);
  return { midGrey, black, white, contrast, saturation, faults };
}

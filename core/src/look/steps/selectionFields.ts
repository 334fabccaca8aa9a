import { z } from 'zod';

/** A number of a step that selects by colour. */
export const edgeNumber = (
  min: number,
  max: number,
  rest: number,
  label: string,
  unit: string,
  step: number,
) => z.number().min(min).max(max).default(rest).meta({ label, unit, step });

/** The numbers of a soft selection by hue, saturation and level, as parameters of a step. */
export const selectionFields = {
  hue: edgeNumber(0, 360, 30, 'Hue', '°', 1),
  hueReach: edgeNumber(2, 180, 22, 'Reach', '°', 1),
  hueSoft: edgeNumber(2, 90, 22, 'Soft', '°', 1),
  satLow: edgeNumber(0, 0.6, 0.04, 'From', '', 0.01),
  satHigh: edgeNumber(0, 0.6, 0.6, 'To', '', 0.01),
  satSoft: edgeNumber(0.01, 0.3, 0.04, 'Soft', '', 0.01),
  low: edgeNumber(-12, 8, -8, 'From', 'st', 0.1),
  high: edgeNumber(-12, 8, 8, 'To', 'st', 0.1),
  levelSoft: edgeNumber(0.2, 6, 1.5, 'Soft', 'st', 0.1),
} as const;

import { clipped, crushed } from './ends.ts';
import { blackLevel, whiteLevel } from './level.ts';
import { midGrey } from './midGrey.ts';
import { neutralDrift } from './neutralDrift.ts';
import type { Reading, ReadingContext, ReadingDefinition } from './reading.ts';
import { skinHue } from './skinHue.ts';

/** Every reading, in the order the bench shows them. To add one: a file beside these, a line here, a test. */
export const readingDefinitions: readonly ReadingDefinition[] = [
  midGrey,
  skinHue,
  blackLevel,
  neutralDrift,
  whiteLevel,
  crushed,
  clipped,
];

export function takeReadings(context: ReadingContext): Reading[] {
  return readingDefinitions.map(({ id, label, unit, target, measure }) => ({
    id,
    label,
    unit,
    target,
    ...measure(context),
  }));
}

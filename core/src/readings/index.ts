import { banding } from './banding.ts';
import { clipped, crushed } from './ends.ts';
import { highlightColour, shadowColour } from './endColour.ts';
import { blackLevel, whiteLevel } from './level.ts';
import { luminanceChange } from './luminanceChange.ts';
import { midGrey } from './midGrey.ts';
import { neutralDrift } from './neutralDrift.ts';
import type { Reading, ReadingContext, ReadingDefinition } from './reading.ts';
import { separation } from './separation.ts';
import { skinHue, skinLevel, skinSaturation } from './skin.ts';

/** Every reading, in the order the bench shows them. To add one: a file beside these, a line here, a test. */
export const readingDefinitions: readonly ReadingDefinition[] = [
  midGrey,
  skinHue,
  blackLevel,
  skinLevel,
  whiteLevel,
  skinSaturation,
  crushed,
  shadowColour,
  clipped,
  highlightColour,
  neutralDrift,
  separation,
  luminanceChange,
  banding,
];

export function readingDefinition(id: string): ReadingDefinition {
  const found = readingDefinitions.find((d) => d.id === id);
  if (!found) throw new RangeError(`no reading "${id}"`);
  return found;
}

export function takeReading(
  { id, label, unit, target, measure }: ReadingDefinition,
  context: ReadingContext,
): Reading {
  return { id, label, unit, target: target(context.practice), ...measure(context) };
}

export const takeReadings = (context: ReadingContext): Reading[] =>
  readingDefinitions.map((definition) => takeReading(definition, context));

import { banding } from './banding.ts';
import { clipped, crushed } from './ends.ts';
import { highlightColour, shadowColour } from './endColour.ts';
import { blackLevel, whiteLevel } from './level.ts';
import { luminanceChange } from './luminanceChange.ts';
import { type ReadingId, readingIds } from './ids.ts';
import { midGrey } from './midGrey.ts';
import { neutralDrift } from './neutralDrift.ts';
import { oncePer } from '../numeric/oncePer.ts';
import {
  beforeLook,
  type Measured,
  type Reading,
  type ReadingContext,
  type ReadingDefinition,
} from './reading.ts';
import { unjudged } from '../numeric/verdict.ts';
import { separation } from './separation.ts';
import { skinHue, skinLevel, skinSaturation } from './skin.ts';

/** To add a reading: a file beside these, its ID in `ids.ts`, a line here, a test. */
const definitions: Record<ReadingId, ReadingDefinition> = {
  midGrey,
  skinHue,
  black: blackLevel,
  skinLevel,
  white: whiteLevel,
  skinSaturation,
  crushed,
  shadowColour,
  clipped,
  highlightColour,
  neutral: neutralDrift,
  separation,
  luminanceChange,
  banding,
};

/** Every reading, in the order the bench shows them. */
export const readingDefinitions: readonly ReadingDefinition[] = readingIds.map((id) => definitions[id]);

export function readingDefinition(id: string): ReadingDefinition {
  const found = readingDefinitions.find((d) => d.id === id);
  if (!found) throw new RangeError(`no reading "${id}"`);
  return found;
}

/** What readings find on a plate before any look: plates are measured under many. */
const foundBefore = oncePer((_before: ReadingContext) => new Map<string, Measured>());

function measuredBefore({ id, measure }: ReadingDefinition, context: ReadingContext): Measured {
  const before = beforeLook(context);
  const found = foundBefore(before);
  if (!found.has(id)) found.set(id, measure(before));
  return found.get(id)!;
}

/** A look that leaves a miss this much greater, in units of slack and as a share of the plate's own, has not made it worse. */
const noWorse = { slack: 0.02, share: 0.03 };

/**
 * A reading that judges the look by it: a band that the plate misses by itself, on the same side and no less, is not the
 * look's fault, nor is one of a tone that the plate does not have, and its verdict is `none`. How far it is missed is told all the same, for the shot may mend it.
 */
function judgedReading(definition: ReadingDefinition, context: ReadingContext): Reading {
  const { id, label, unit, target, measure, ofPlate, isAbsent } = definition;
  const now = { id, label, unit, target: target(context.practice), ...measure(context) };
  if (!ofPlate || now.miss === 0 || context.asShot === null) return now;
  const before = measuredBefore(definition, context);
  if (before.value === null || before.side !== now.side) return now;
  const own = `${now.detail} Without the look it is ${before.text}:`;
  if (isAbsent?.(before.value))
    return { ...now, verdict: 'none', detail: `${own} there is no ${label.toLowerCase()} here.` };
  return now.miss <= before.miss * (1 + noWorse.share) + noWorse.slack
    ? { ...now, verdict: 'none', detail: `${own} the plate’s own.` }
    : now;
}

/** Takes a reading. One that is meant to miss has no verdict and counts as no miss; it says why. */
export function takeReading(definition: ReadingDefinition, context: ReadingContext): Reading {
  const reading = judgedReading(definition, context);
  const accepted = context.asShot === null ? undefined : context.accepted?.[definition.id];
  return accepted === undefined || reading.miss === 0 || reading.verdict === 'none'
    ? reading
    : { ...reading, ...unjudged, accepted };
}

export const takeReadings = (context: ReadingContext): Reading[] =>
  readingDefinitions.map((definition) => takeReading(definition, context));

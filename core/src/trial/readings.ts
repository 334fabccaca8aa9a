import { readingDefinitions, takeReading } from '../readings/index.ts';
import type { Reading, ReadingDefinition } from '../readings/reading.ts';
import { recordingFit, type TrialContext } from './recordingFit.ts';

/** What a trial judges by: the readings of the bench, and what only codes tell. */
export const trialReadings: readonly ReadingDefinition[] = [...readingDefinitions, recordingFit];

/** The label of a reading that was kept by its ID; the ID where it is one of another time. */
export const trialReadingLabel = (id: string): string => trialReadings.find((d) => d.id === id)?.label ?? id;

/** @param judged IDs of the readings that are taken; all where there are none. */
export const takeTrialReadings = (context: TrialContext, judged: readonly string[] = []): Reading[] =>
  trialReadings
    .filter((d) => judged.length === 0 || judged.includes(d.id))
    .map((definition) => takeReading(definition, context));

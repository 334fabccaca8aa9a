import { readingIds } from '../readings/ids.ts';

/** The reading that only a trial takes: do the codes belong to the camera that they are read by? */
export const recordingFitId = 'recordingFit';
/** What a trial judges by, without the code that measures it. */
export const trialReadingIds: readonly [string, ...string[]] = [...readingIds, recordingFitId];

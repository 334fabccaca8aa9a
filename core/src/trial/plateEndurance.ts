import type { Look } from '../look/document.ts';
import type { Reading } from '../readings/reading.ts';
import { runCell, type TrialSetting } from './cell.ts';
import type { Condition } from './condition.ts';
import {
  type Endurance,
  type EnduranceKind,
  enduranceOf,
  enduranceSearch,
  type Failure,
} from './endurance.ts';
import { type RecordedFrame, thinnedFrame } from '../recording/recordedFrame.ts';

/** Pixels a search looks at: shares of a picture are told by these to a tenth of a per cent. */
const searchedPixels = 12_000;

/** The readings that fail, the furthest outside first. */
export const failuresOf = (readings: readonly Reading[]): Failure[] =>
  readings
    .filter((r) => r.verdict === 'fails')
    .sort((a, b) => b.miss - a.miss)
    .map(({ id, value }) => ({ id, value }));

const along: Record<EnduranceKind, (condition: Condition, by: number) => Condition> = {
  exposure: (condition, by) => ({ ...condition, exposure: condition.exposure + by }),
  balance: (condition, by) => ({ ...condition, mired: condition.mired + by }),
};

export interface Searched {
  kind: EnduranceKind;
  /** How far is searched; as far as is usual where nothing is said. */
  ends?: { low: number; high: number } | undefined;
  /** IDs of the readings that have to hold; all where there are none. */
  judged?: readonly string[] | undefined;
}

/** The range of exposure or of balance around a condition over which all judged readings of a plate hold or are close. */
export function plateEndurance(
  plate: RecordedFrame,
  look: Look,
  condition: Condition,
  setting: TrialSetting,
  { kind, judged, ends = enduranceSearch[kind].ends }: Searched,
): Endurance {
  const { steps } = enduranceSearch[kind];
  const small = thinnedFrame(plate, searchedPixels);
  return enduranceOf(
    (by) => failuresOf(runCell(small, look, along[kind](condition, by), setting, judged).readings),
    ends,
    steps,
  );
}

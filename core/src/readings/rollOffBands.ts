import { type Band, judge, type Verdict, worstVerdict } from '../numeric/verdict.ts';
import type { PracticeSettings } from './practice.ts';
import { type RollOff, rollOffWords } from './toneShape.ts';

/** How long a look may leave the toe and the shoulder of its rendering, and who decides that. */

export const rollOffEnds = ['toe', 'shoulder'] as const;
export type RollOffEnd = (typeof rollOffEnds)[number];

/** Lengths as shares of the rendering's own (from memory): shorter falls off a cliff, longer is flat. */
const closed: Band = { low: 0.6, high: 1.7, slack: 0.15 };
/** Blacks that are lifted and whites that stay below the top run out slowly, or never: that is what such a school wants. */
const open: Band = { ...closed, high: Infinity };

const isOpen: Record<RollOffEnd, (practice: PracticeSettings) => boolean> = {
  toe: ({ blackPoint }) => blackPoint !== 'clean',
  shoulder: ({ whites }) => whites === 'below',
};
export const rollOffBand = (end: RollOffEnd, practice: PracticeSettings): Band =>
  isOpen[end](practice) ? open : closed;

/** A length as a share of the rendering's own; one that never ends is endless. Null where the rendering itself has none. */
export const shareOfOwn = (length: number | null, own: number | null): number | null =>
  own === null ? null : length === null ? Infinity : length / own;

/** Which end of a look's roll-off misses its school's band. */
export function judgeEnds(
  rollOff: RollOff,
  own: RollOff,
  practice: PracticeSettings,
): Record<RollOffEnd, Verdict> {
  const verdictOf = (end: RollOffEnd): Verdict => {
    const share = shareOfOwn(rollOff[end], own[end]);
    if (share === null) return 'none';
    const band = rollOffBand(end, practice);
    // An end that is never reached has no distance that could be judged.
    if (share === Infinity) return band.high === Infinity ? 'holds' : 'fails';
    return judge(share, band).verdict;
  };
  return { toe: verdictOf('toe'), shoulder: verdictOf('shoulder') };
}

/** A roll-off in words beside the rendering's own, and whether the project's schools may want it. */
export function judgeRollOff(
  rollOff: RollOff,
  own: RollOff,
  practice: PracticeSettings,
): { says: string; verdict: Verdict } {
  const ends = judgeEnds(rollOff, own, practice);
  const against = rollOffEnds
    .filter((end) => ends[end] === 'fails' || ends[end] === 'close')
    .map((end) => `${end} of the rendering ${own[end]!.toFixed(1)} st`);
  return {
    says: [rollOffWords(rollOff), ...against].join('; '),
    verdict: worstVerdict(Object.values(ends)),
  };
}

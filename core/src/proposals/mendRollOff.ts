import { compileLook, StepCache } from '../look/compile.ts';
import { paramsOf, withParams } from '../look/edit.ts';
import type { ShownLook } from '../look/shown.ts';
import type { LutMap } from '../look/steps/step.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { LightToSignal } from '../readings/reading.ts';
import {
  judgeEnds,
  rollOffBand,
  type RollOffEnd,
  rollOffEnds,
  shareOfOwn,
} from '../readings/rollOffBands.ts';
import { type RollOff, rollOffOf } from '../readings/toneShape.ts';

/** How a toe or a shoulder that misses its band is mended: by the step that bends them, and nothing else. */

/** Settings of the step toe and shoulder. */
export type Bends = Partial<Record<RollOffEnd, number>>;

/** What the step takes, and how near a length is brought. */
const most = 0.9;
const halvings = 12;
/** As far inside its band as this, so that it does not miss by a rounding. */
const inside = 1.02;

const withBends = (look: ShownLook, bends: Bends): ShownLook => withParams(look, 'toeShoulder', () => bends);

/**
 * Bends that bring the ends of a look's roll-off that miss their bands to the nearest of them. Null where none misses, or where
 * no bend brings one that does there. @param pipeline of the look, for its display
 */
export function mendRollOff(
  look: ShownLook,
  { output, rendering }: LightToSignal,
  practice: PracticeSettings,
  luts?: LutMap,
): Bends | null {
  const cache = new StepCache();
  const rollOff = (of: ShownLook): RollOff =>
    rollOffOf({ look: compileLook(of, luts, cache).run, output, rendering });
  const own = rollOff({ ...look, steps: [] });
  const missing = (of: ShownLook) => {
    const verdicts = judgeEnds(rollOff(of), own, practice);
    return rollOffEnds.filter((end) => verdicts[end] === 'fails' || verdicts[end] === 'close');
  };
  const ends = missing(look);
  const bends: Bends = {};
  for (const end of ends) {
    const band = rollOffBand(end, practice);
    const share = (bend: number) =>
      shareOfOwn(rollOff(withBends(look, { ...bends, [end]: bend }))[end], own[end]) ?? Infinity;
    const now = paramsOf(look, 'toeShoulder')[end] as number;
    const isLong = share(now) > band.high;
    const aim = isLong ? band.high / inside : band.low * inside;
    // A greater bend makes either end longer.
    let [low, high] = isLong ? [-most, now] : [now, most];
    if (isLong ? share(low) > aim : share(high) < aim) return null;
    for (let i = 0; i < halvings; i++) {
      const middle = (low + high) / 2;
      if (share(middle) < aim) low = middle;
      else high = middle;
    }
    bends[end] = Math.round((isLong ? low : high) * 100) / 100;
  }
  return ends.length > 0 && missing(withBends(look, bends)).length === 0 ? bends : null;
}

import { basesOf } from '../../camera/sensitivity.ts';
import type { Profile } from '../../camera/profile.ts';
import { signed } from '../../numeric/signed.ts';
import { type Shot, shotField } from '../../look/shot.ts';
import type { PracticeSettings } from '../../readings/practice.ts';
import type { Reading } from '../../readings/reading.ts';
import type { Change } from '../plateEvaluator.ts';
import { rounded, search, type Solve } from '../remedy.ts';

/** Remedies in the shot lane of one plate. */

const withShot = (now: Change, change: Partial<Shot>): Change => ({
  ...now,
  shot: { ...now.shot, ...change },
});
/** A range about a setting, within what a shot takes. */
const around = (key: keyof Shot, from: number, reach: number) => {
  const { min, max } = shotField(key);
  return { low: Math.max(from - reach, min), high: Math.min(from + reach, max) };
};

/** Stops a trim may be raised by before its noise is worth a word. */
const quietRaise = 0.3;
/** A trim this near the step between two base sensitivities makes one ask whether the other was meant. */
const nearBase = 0.25;

/** What a change of exposure does to noise, and whether it is the step from one base sensitivity to another. */
export function exposureCautions(profile: Profile, stops: number): string[] {
  const bases = basesOf(profile).map(({ base }) => base);
  const steps = bases.slice(1).map((high, i) => ({ low: bases[i], high, stops: Math.log2(high / bases[i]) }));
  const meant = steps.find((s) => Math.abs(Math.abs(stops) - s.stops) <= nearBase);
  return [
    ...(stops > quietRaise ? [`Noise rises by ${stops.toFixed(1)} st.`] : []),
    ...(meant ? [`The step from base ${meant.low} to ${meant.high}: check which it was recorded at.`] : []),
  ];
}

/** Stops either way that a search for an exposure looks at: fewer where at the ends there is nothing to read any more. */
const exposureReaches = [4, 2.5, 1.25];

/** Brings a reading to a value by the exposure of the shot. */
export const byExposure =
  (aimOf: (practice: PracticeSettings, reading: Reading) => number, within: number): Solve =>
  (evaluator, now, reading) => {
    const from = now.shot.exposure;
    const make = (exposure: number) => withShot(now, { exposure: rounded(exposure, 2) });
    const of = { evaluator, reading: reading.id, make, aim: aimOf(evaluator.practice, reading), within };
    let found: number | null = null;
    for (const reach of exposureReaches) found ??= search({ ...of, ...around('exposure', from, reach) });
    if (found === null) return null;
    const change = make(found);
    const stops = change.shot.exposure - from;
    return {
      change,
      does: `Exposure ${signed(stops, 2)} st`,
      cautions: exposureCautions(evaluator.plate.profile, stops),
    };
  };

/** Brings a reading to a value by the light that is taken off every channel. */
export const byBlack =
  (aimOf: (practice: PracticeSettings) => number, within: number): Solve =>
  (evaluator, now, reading) => {
    const { min, max } = shotField('black');
    const make = (black: number) => withShot(now, { black: rounded(black, 2) });
    const aim = aimOf(evaluator.practice);
    const black = search({ evaluator, reading: reading.id, make, low: min, high: max, aim, within });
    if (black === null) return null;
    return { change: make(black), does: `Flare ${make(black).shot.black.toFixed(2)} %` };
  };

/** Mired either way that a search for a balance looks at. */
const balanceReach = 90;

/** Balances on the plate's own card where it has one, and otherwise until a reading has a value. */
export const byBalance =
  (aimOf: (practice: PracticeSettings) => number, within: number): Solve =>
  (evaluator, now, reading) => {
    const { card } = evaluator.plate;
    if (card) {
      const change = withShot(now, card);
      if (evaluator.read(reading.id, change).miss < reading.miss) {
        const { exposure, mired, duv } = change.shot;
        const raised = exposure - now.shot.exposure;
        return {
          change,
          does: `Balance on its card: ${signed(mired, 0)} mired, Duv ${signed(duv, 3)}${raised === 0 ? '' : `, ${signed(raised, 2)} st`}`,
          cautions: exposureCautions(evaluator.plate.profile, raised),
        };
      }
    }
    const from = now.shot.mired;
    const make = (mired: number) => withShot(now, { mired: rounded(mired, 0) });
    const range = around('mired', from, balanceReach);
    const aim = aimOf(evaluator.practice);
    const mired = search({ evaluator, reading: reading.id, make, ...range, aim, within });
    // At the end of its reach it is not the light that is off.
    if (mired === null || mired === range.low || mired === range.high) return null;
    const change = make(mired);
    return { change, does: `Warmth ${signed(change.shot.mired - from, 0)} mired` };
  };

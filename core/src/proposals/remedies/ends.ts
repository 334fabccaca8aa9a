import { paramsOf, withParams } from '../../look/edit.ts';
import { blackWhitePoint, noCeiling } from '../../look/steps/blackWhitePoint.ts';
import type { ZonesParams } from '../../look/steps/zones.ts';
import { numberField } from '../../numberField.ts';
import { blackBands, type PracticeSettings, whiteBands } from '../../readings/practice.ts';
import { signed } from '../../numeric/signed.ts';
import { type Answer, type Remedy, rounded, search } from '../remedy.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';
import { byBlack, byExposure } from './shot.ts';

const lifts = numberField(blackWhitePoint.schema.shape.black);

const withBlack = (now: Change, black: number): Change => ({
  ...now,
  look: withParams(now.look, 'blackWhitePoint', () => ({ black: rounded(black, 3) })),
});
const withCeiling = (now: Change, ceiling: number): Change => ({
  ...now,
  look: withParams(now.look, 'blackWhitePoint', () => ({ ceiling: rounded(ceiling, 2) })),
});

const blackMiddle = ({ blackPoint }: PracticeSettings) => {
  const { low, high } = blackBands[blackPoint];
  return (low + high) / 2;
};
/** Signal that white is put at, in %: within its band, and nearer to its lower end, from where it usually comes. */
const whiteAim = ({ whites }: PracticeSettings) => {
  const { low, high } = whiteBands[whites];
  return low + 0.3 * (high - low);
};
/** Below this, in %, it is the exposure that is low. */
const darkWhite = 70;
const exposeToWhite = byExposure(whiteAim, 1);

/** Black is moved by the step of black and white point: light added to or taken from everything. */
export const black: Remedy = {
  reading: 'black',
  middle: blackMiddle,
  problem: ({ value, text, target }) =>
    `The darkest tones ${value! > 2 ? 'are lifted' : 'lie too low'}: ${text}, where ${target.split(',')[0]} is asked for.`,
  solve: {
    shot: byBlack(blackMiddle, 0.15),
    look: (evaluator, now) => {
      const make = (lift: number) => withBlack(now, lift);
      const range = { low: lifts.min, high: lifts.max };
      const lift = search({
        evaluator,
        reading: 'black',
        make,
        ...range,
        aim: blackMiddle(evaluator.practice),
        within: 0.15,
      });
      if (lift === null) return null;
      return { change: make(lift), does: `Black lift ${lift.toFixed(2)} % of light` };
    },
  },
};

/** What is crushed is given a little light. */
export const crushed: Remedy = {
  reading: 'crushed',
  problem: ({ text }) => `${text} of the picture is black in every channel, and holds no detail any more.`,
  solve: {
    shot: byExposure(() => 0.3, 0.15),
    look: (evaluator, now) => {
      const from = paramsOf(now.look, 'blackWhitePoint').black as number;
      const make = (lift: number) => withBlack(now, lift);
      const range = { low: from, high: Math.min(from + 1.5, lifts.max) };
      const lift = search({ evaluator, reading: 'crushed', make, ...range, aim: 0.3, within: 0.15 });
      if (lift === null || lift === from) return null;
      return { change: make(lift), does: `Black lift ${lift.toFixed(2)} % of light` };
    },
  },
};

/** Stops above mid-grey between which a ceiling is looked for. */
const lowestCeiling = 2.5;

/** A ceiling that the brightest tones approach softly, until a reading has a value; null where none does. */
function byCeiling(
  evaluator: PlateEvaluator,
  now: Change,
  reading: string,
  aim: number,
  within: number,
): Answer | null {
  const from = paramsOf(now.look, 'blackWhitePoint').ceiling as number;
  const make = (ceiling: number) => withCeiling(now, ceiling);
  const range = { low: lowestCeiling, high: Math.min(from, noCeiling) };
  if (range.high <= range.low) return null;
  const ceiling = search({ evaluator, reading, make, ...range, aim, within });
  if (ceiling === null || ceiling >= from) return null;
  return { change: make(ceiling), does: `White ceiling at ${signed(ceiling, 1)} st` };
}

/** What is clipped is held under a ceiling that it approaches softly. */
export const clipped: Remedy = {
  reading: 'clipped',
  problem: ({ text }) => `${text} of the picture is at the top in a channel, and holds no detail any more.`,
  solve: {
    shot: byExposure(() => 0.3, 0.15),
    look: (evaluator, now) => byCeiling(evaluator, now, 'clipped', 0.3, 0.15),
  },
};

/** White is raised by the whites zone, which leaves the middle alone, and brought down by a ceiling. */
export const white: Remedy = {
  reading: 'white',
  problem: ({ text, side, target }) =>
    side === 1
      ? `The brightest tones end at ${text}, above where they are wanted: ${target.split(',')[0]}.`
      : `The brightest tones end at ${text}, below where the display could take them.`,
  middle: ({ whites }) => (whiteBands[whites].low + whiteBands[whites].high) / 2,
  solve: {
    // A picture may have nothing white in it; one that ends this low was recorded too dark.
    shot: (evaluator, now, reading) =>
      reading.value! < darkWhite ? exposeToWhite(evaluator, now, reading) : null,

    look: (evaluator, now, reading) => {
      const aim = whiteAim(evaluator.practice);
      if (reading.side === 1) return byCeiling(evaluator, now, 'white', aim, 1);
      const from = (paramsOf(now.look, 'zones') as unknown as ZonesParams).whites.density;
      const make = (density: number): Change => ({
        ...now,
        look: withParams(now.look, 'zones', (p) => ({
          whites: { ...(p as unknown as ZonesParams).whites, density: rounded(density, 2) },
        })),
      });
      const range = { low: Math.max(from - 0.8, -3), high: from };
      const density = search({ evaluator, reading: 'white', make, ...range, aim, within: 1 });
      if (density === null || density === from) return null;
      return { change: make(density), does: `Whites density ${signed(density - from, 2)} st` };
    },
  },
};

import type { Look } from '../look/document.ts';
import { type Shot, type ShotAnswer, shotField } from '../look/shot.ts';
import { shotWords } from '../look/shotWords.ts';
import type { Change, PlateEvaluator } from './plateEvaluator.ts';
import { type EndFit, endLevels } from './endLevels.ts';
import { rounded, search } from './remedy.ts';

/** Decimals of a setting, and how near a level counts as met, in %. */
const digits = { black: 3, exposure: 3, contrast: 3 } as const;
const within = { search: 0.05, met: 0.5 };
/** White moves black and black moves white: solved in turn until both stand. */
const rounds = 8;

/** A look without steps at full strength: what is fitted is the plate. */
const withoutSteps = (look: Look): Look => ({ ...look, steps: [], colourOnly: false });

/**
 * Puts black or white of a plate at a level of the rendered picture, before the look. White is fitted with black kept where it is.
 * Refused where no correction of the kind does it.
 */
export function fitEnd(evaluator: PlateEvaluator, look: Look, fit: EndFit): ShotAnswer {
  const plain = withoutSteps(look);
  const start = evaluator.asItIs(plain);
  const levelOf = (end: EndFit['end'], shot: Shot) => evaluator.read(end, { look: plain, shot }).value!;
  const solve = (end: EndFit['end'], key: keyof typeof digits, shot: Shot, aim: number): Shot => {
    const { min: low, max: high } = shotField(key);
    const make = (x: number): Change => ({ look: plain, shot: { ...shot, [key]: rounded(x, digits[key]) } });
    const found = search({ evaluator, reading: end, make, low, high, aim, within: within.search });
    return found === null ? shot : make(found).shot;
  };
  const aim = fit.end === 'black' ? endLevels.black[fit.to] : endLevels.white[fit.to];
  let shot = start.shot;
  const kept = levelOf('black', shot);
  if (fit.end === 'black') shot = solve('black', 'black', shot, aim);
  else {
    for (let i = 0; i < rounds; i++) {
      shot = solve('white', fit.by, shot, aim);
      if (Math.abs(levelOf('black', shot) - kept) < within.search) break;
      shot = solve('black', 'black', shot, kept);
      if (Math.abs(levelOf('white', shot) - aim) < within.met / 2) break;
    }
  }
  const reached = levelOf(fit.end, shot);
  if (Math.abs(reached - aim) > within.met)
    return {
      refused: `${fit.end === 'black' ? 'No black trim' : `No ${fit.by}`} puts ${fit.end} at ${aim} %: the nearest is ${reached.toFixed(1)} %.`,
    };
  const blackThere = levelOf('black', shot);
  if (fit.end === 'white' && Math.abs(blackThere - kept) > within.met)
    return {
      refused: `White at ${aim} % by ${fit.by} takes black from ${kept.toFixed(1)} to ${blackThere.toFixed(1)} %: no black trim keeps it.`,
    };
  const { black, exposure, contrast } = shot;
  return {
    change: { black, exposure, contrast },
    says: `${shotWords(shot).join(', ')}; ${fit.end} at ${reached.toFixed(1)} %`,
  };
}

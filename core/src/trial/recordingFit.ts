import { recordingFitId } from './readingIds.ts';
import type { Profile } from '../camera/profile.ts';
import { codeToSignal, levels, signalToCode } from '../colour/range.ts';
import { judge, unjudged } from '../numeric/verdict.ts';
import { type FrameFacts, readFrame } from '../plate/facts.ts';
import { rankProfiles } from '../plate/rankProfiles.ts';
import { sparse } from '../numeric/sparse.ts';
import type { ReadingContext, ReadingDefinition } from '../readings/reading.ts';

/** What a trial knows of a cell besides its picture. */
export interface TrialContext extends ReadingContext {
  /** Codes as they were taken, before the shot lane; interleaved RGB 0–1. */
  code: Float32Array;
  /** Profiles that might have recorded them. */
  candidates: readonly Profile[];
}

/** Pixels that are enough for floor, ceiling and piles. */
const pixels = 9000;
/** Depth a range is mistaken in. */
const narrow = levels('narrow', 10);
const band = { low: 0, high: 2, slack: 2 };

const hold = (v: number) => Math.min(Math.max(v, 0), 1);
const mistakes = [
  {
    words: 'codes of full range that were read as narrow',
    undo: (v: number) => hold(signalToCode(v, narrow)),
  },
  {
    words: 'codes of narrow range that were read as full',
    undo: (v: number) => hold(codeToSignal(v, narrow)),
  },
];

const isTrial = (context: ReadingContext): context is TrialContext => 'candidates' in context;

/**
 * Do the codes suit what they are taken for? How many times as likely the best other account of them is: another profile, or
 * a range read wrongly. By what the plates are doubted by.
 */
export const recordingFit: ReadingDefinition = {
  id: recordingFitId,
  label: 'Recording',
  unit: 'times',
  target: () => 'no other profile or range more than twice as likely, to 4 times close (from memory)',
  measure(context) {
    if (!isTrial(context) || !context.recording)
      return { value: null, text: '–', ...unjudged, detail: 'The codes are not known.' };
    const { candidates, recording } = context;
    const { profile, bits } = recording;
    const { rgb, width, height } = sparse(context.code, context.width, context.height, pixels);
    const facts = (codes: Float32Array): FrameFacts => ({
      ...readFrame(codes, { width, height, storedDepth: 16 }),
      usedDepth: bits,
    });
    const others = candidates.filter((p) => p.id !== profile.id);
    const ranked = rankProfiles(facts(rgb), [profile, ...others]);
    const own = ranked.find((r) => r.profileId === profile.id)!.likelihood;
    const accounts = [
      ...ranked
        .filter((r) => r.profileId !== profile.id)
        .map((r) => ({ likelihood: r.likelihood, words: `${r.name}: ${r.reason}` })),
      ...mistakes.map(({ words, undo }) => ({
        likelihood: rankProfiles(facts(rgb.map(undo)), [profile])[0].likelihood,
        words,
      })),
    ].sort((a, b) => b.likelihood - a.likelihood);
    const value = accounts[0].likelihood / own;
    return {
      value,
      text: value < 10 ? value.toFixed(1) : value.toFixed(0),
      ...judge(value, band),
      detail:
        value <= band.high
          ? `The codes suit ${profile.name}.`
          : `Likelier than ${profile.name}: ${accounts[0].words}.`,
    };
  },
};

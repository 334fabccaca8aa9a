import type { Look } from '../look/document.ts';
import type { Reading } from '../readings/reading.ts';
import { highlightColour, luminanceChange, neutralDrift, shadowColour } from './remedies/colour.ts';
import { black, clipped, crushed, white } from './remedies/ends.ts';
import { midGrey } from './remedies/midGrey.ts';
import { separation } from './remedies/separation.ts';
import { skinHue, skinLevel, skinSaturation } from './remedies/skin.ts';
import type { Remedy } from './remedy.ts';
import { type Change, totalMiss, type PlateEvaluator } from './plateEvaluator.ts';

/** Every remedy. To add one: a file in `remedies`, a line here, a seeded fault in the test. */
export const remedies: readonly Remedy[] = [
  midGrey,
  black,
  white,
  crushed,
  clipped,
  shadowColour,
  highlightColour,
  neutralDrift,
  skinHue,
  skinLevel,
  skinSaturation,
  separation,
  luminanceChange,
];

/** A computed change for a reading that misses its band, with what it is predicted to do. */
export interface Proposal {
  readingId: string;
  label: string;
  /** What is wrong, in one plain sentence. */
  problem: string;
  /** The change, as an order. */
  does: string;
  /** The whole look with the change made, and stops to add to the shot. */
  look: Look;
  exposure: number;
  /** What steps will hold of it, in their words. */
  held: string[];
  before: string;
  predicted: Pick<Reading, 'text' | 'verdict' | 'value'>;
  /** How far all readings lie outside their bands with the change, in units of their slack. */
  remaining: number;
}

/** A change that leaves its reading this much of its miss is no remedy. */
const minGain = 0.05;

/** Proposals for every reading that misses its band; the one that leaves the least amiss comes first. */
export function propose(evaluator: PlateEvaluator, look: Look): Proposal[] {
  const now: Change = { look, exposure: 0 };
  const before = evaluator.readAll(now);
  const proposals = remedies.flatMap((remedy): Proposal[] => {
    const reading = before.find((r) => r.id === remedy.reading);
    if (!reading || reading.miss === 0 || reading.value === null) return [];
    const answer = remedy.solve(evaluator, now, reading);
    if (!answer) return [];
    const after = evaluator.readAll(answer.change);
    const predicted = after.find((r) => r.id === remedy.reading)!;
    if (predicted.miss > reading.miss - minGain) return [];
    const { text, verdict, value } = predicted;
    const known = new Set(evaluator.laneOf(look).notes);
    const held = evaluator.laneOf(answer.change.look).notes.filter((note) => !known.has(note));
    return [
      {
        readingId: reading.id,
        label: reading.label,
        problem: remedy.problem(reading),
        does: answer.does,
        look: answer.change.look,
        exposure: answer.change.exposure,
        held,
        before: reading.text,
        predicted: { text, verdict, value },
        remaining: totalMiss(after),
      },
    ];
  });
  return proposals.sort((a, b) => a.remaining - b.remaining);
}

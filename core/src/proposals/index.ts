import type { Look } from '../look/document.ts';
import type { Reading } from '../readings/reading.ts';
import { highlightColour, luminanceChange, neutralDrift, shadowColour } from './remedies/colour.ts';
import { black, clipped, crushed, white } from './remedies/ends.ts';
import { midGrey } from './remedies/midGrey.ts';
import { separation } from './remedies/separation.ts';
import { skinHue, skinLevel, skinSaturation } from './remedies/skin.ts';
import type { Shot } from '../look/shot.ts';
import { type Answer, type LaneId, laneIds, type Remedy } from './remedy.ts';
import { totalMiss, type PlateEvaluator } from './plateEvaluator.ts';

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

/** What a change does to plates: on how many it brings its reading into its band, and on how many it takes another out. */
export interface PlateEffect {
  mends: number;
  breaks: number;
  /** Plates it was tried on; a change of a shot touches its own alone. */
  of: number;
}

/** A computed change in one lane, with what it is predicted to do. */
export interface Offer {
  lane: LaneId;
  /** The change, as an order. */
  does: string;
  /** The whole look and the plate's whole shot lane with the change made. */
  look: Look;
  shot: Shot;
  /** What steps will hold of it, in their words. */
  held: string[];
  /** What it costs, or what to check first. */
  cautions: readonly string[];
  predicted: Pick<Reading, 'text' | 'verdict' | 'value'>;
  /** How far all readings of this plate lie outside their bands with the change, in units of their slack. */
  remaining: number;
  effect: PlateEffect;
  /** Labels of readings of this plate that leave their bands with it. */
  breaksHere: string[];
}

/** Changes for a reading that misses its band: in the lane that is at fault first. */
export interface Proposal {
  readingId: string;
  label: string;
  /** What is wrong, in one plain sentence. */
  problem: string;
  before: string;
  offers: Offer[];
}

/** A change that leaves its reading this much of its miss is no remedy. */
const minGain = 0.05;
/** A reading this far out of its band, in units of its slack, is out of it. */
const noMiss = 0.1;

/** A plate under a look, and its readings there. */
interface Judged {
  evaluator: PlateEvaluator;
  readings: readonly Reading[];
}

const readingOf = (readings: readonly Reading[], id: string) => readings.find((r) => r.id === id)!;

const judged =
  (look: Look) =>
  (evaluator: PlateEvaluator): Judged => ({ evaluator, readings: evaluator.readAll(evaluator.asItIs(look)) });

/**
 * Is a miss of one plate the shot's fault? Where other plates have the reading: if most of them do not miss it on the same side.
 * Where none has, or half of them: if the plate misses it without any look as well.
 */
function isOfTheShot(remedy: Remedy, { evaluator, readings }: Judged, look: Look, others: readonly Judged[]) {
  const middle = remedy.middle?.(evaluator.practice) ?? 0;
  const own = readingOf(readings, remedy.reading);
  const missesAlike = ({ value, miss }: Reading) =>
    value !== null && miss > noMiss && value > middle === own.value! > middle;
  const there = others.map((o) => readingOf(o.readings, remedy.reading)).filter((r) => r.value !== null);
  const alike = there.filter(missesAlike).length;
  if (alike * 2 !== there.length) return alike * 2 < there.length;
  const plain = { ...look, steps: [], colourOnly: false };
  return missesAlike(evaluator.read(remedy.reading, evaluator.asItIs(plain)));
}

/** Offers of a remedy with the lane at fault first. */
function inOrder(offers: Offer[], remedy: Remedy, own: Judged, look: Look, others: readonly Judged[]) {
  if (offers.length < 2) return offers;
  const first: LaneId = isOfTheShot(remedy, own, look, others) ? 'shot' : 'look';
  return offers.toSorted((a, b) => Number(b.lane === first) - Number(a.lane === first));
}

/** The proposal whose first offer leaves the least amiss comes first. */
const byRemaining = (a: Proposal, b: Proposal) => a.offers[0].remaining - b.offers[0].remaining;

/** Readings of a plate before and after a change. */
interface Changed {
  before: readonly Reading[];
  after: readonly Reading[];
}

/** Readings that leave their bands with a change. */
const broken = ({ before, after }: Changed) =>
  after.filter((r) => r.miss > noMiss && readingOf(before, r.id).miss <= noMiss);

/** What a change does to plates. */
function effectOf(readingId: string, plates: readonly Changed[]): PlateEffect {
  const mended = ({ before, after }: Changed) =>
    readingOf(before, readingId).miss > noMiss && readingOf(after, readingId).miss <= noMiss;
  return {
    mends: plates.filter(mended).length,
    breaks: plates.filter((plate) => broken(plate).length > 0).length,
    of: plates.length,
  };
}

/** Proposals for every reading of a plate that misses its band, tried on that plate alone. */
export function propose(evaluator: PlateEvaluator, look: Look): Proposal[] {
  const own = judged(look)(evaluator);
  const now = evaluator.asItIs(look);
  const known = new Set(evaluator.laneOf(look).notes);

  const offersIn = (remedy: Remedy, lane: LaneId, reading: Reading): Offer[] =>
    [remedy.solve[lane]?.(evaluator, now, reading) ?? []]
      .flat()
      .flatMap((answer) => offerOf(answer, remedy, lane, reading));

  const offerOf = (answer: Answer, remedy: Remedy, lane: LaneId, reading: Reading): Offer[] => {
    const { change, does, cautions = [] } = answer;
    const after = evaluator.readAll(change);
    const { text, verdict, value, miss } = readingOf(after, remedy.reading);
    if (miss > reading.miss - minGain) return [];
    const here = { before: own.readings, after };
    const effect = effectOf(remedy.reading, [here]);
    const breaksHere = broken(here).map((r) => r.label);
    const held = evaluator.laneOf(change.look).notes.filter((note) => !known.has(note));
    const predicted = { text, verdict, value };
    const remaining = totalMiss(after);
    return [{ lane, does, ...change, held, cautions, predicted, remaining, effect, breaksHere }];
  };

  return remedies
    .flatMap((remedy): Proposal[] => {
      const reading = readingOf(own.readings, remedy.reading);
      if (reading.miss === 0 || reading.value === null) return [];
      const offers = laneIds.flatMap((lane) => offersIn(remedy, lane, reading));
      if (offers.length === 0) return [];
      const { id: readingId, label, text: before } = reading;
      const ordered = inOrder(offers, remedy, own, look, []);
      return [{ readingId, label, problem: remedy.problem(reading), before, offers: ordered }];
    })
    .sort(byRemaining);
}

/**
 * The same proposals, tried on the project's other plates: an offer in the look says what it does to each, and a shot that is off
 * where its neighbours are not is mended in its own lane. Nothing is solved anew.
 */
export function tryOnOthers(
  proposals: readonly Proposal[],
  evaluator: PlateEvaluator,
  look: Look,
  others: readonly PlateEvaluator[],
): Proposal[] {
  const [own, ...neighbours] = [evaluator, ...others].map(judged(look));
  const tried = ({ readingId, offers, ...rest }: Proposal): Proposal => {
    const there = offers.map((offer) => {
      if (offer.lane === 'shot') return offer;
      const plates = [own, ...neighbours].map(({ evaluator: e, readings }) => ({
        before: readings,
        after: e.readAll(e.asItIs(offer.look)),
      }));
      return { ...offer, effect: effectOf(readingId, plates) };
    });
    const remedy = remedies.find((r) => r.reading === readingId)!;
    return { ...rest, readingId, offers: inOrder(there, remedy, own, look, neighbours) };
  };
  return proposals.map(tried).sort(byRemaining);
}

import { signed } from '../numeric/signed.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { Endurance, EnduranceKind, Failure, Limit } from './endurance.ts';
import { enduranceKinds, enduranceSearch } from './endurance.ts';
import { trialReadingLabel } from './readings.ts';
import type { EnduranceResult } from './result.ts';

type Says = (value: number, practice: PracticeSettings) => string;

/** What a reading that fails looks like to the eye. */
const failing: Record<string, Says> = {
  midGrey: (v) => (v < 42 ? 'mid-grey falls' : 'mid-grey rises'),
  skinHue: (v, { skinLean }) => (v > skinLean ? 'skin goes green' : 'skin goes magenta'),
  skinLevel: (v, { skinLevel }) => (v < skinLevel ? 'skin gets too dark' : 'skin gets too bright'),
  skinSaturation: (v) => (v < 5 ? 'skin loses its colour' : 'skin gets too colourful'),
  black: (v) => (v < 1 ? 'blacks sink' : 'blacks lift'),
  white: (v) => (v < 90 ? 'whites go dull' : 'whites burn'),
  crushed: () => 'shadows crush',
  clipped: () => 'highlights clip',
  shadowColour: () => 'shadows take a colour',
  highlightColour: () => 'highlights take a colour',
  neutral: () => 'greys take a cast',
  separation: () => 'the subject sinks into its background',
  luminanceChange: () => 'luminance moves',
  banding: () => 'smooth tones band',
  recordingFit: () => 'the codes are not of this camera',
};

/** A failing reading in plain words. */
export function failureWords({ id, value }: Failure, practice: PracticeSettings): string {
  const says = Object.hasOwn(failing, id) ? failing[id] : undefined;
  return says && value !== null ? says(value, practice) : `${trialReadingLabel(id)} fails`;
}

const unit: Record<EnduranceKind, { name: string; digits: number }> = {
  exposure: { name: 'stops', digits: 1 },
  balance: { name: 'mired', digits: 0 },
};

/** Values towards rest, so that no more is promised than was measured. */
const inwards = (x: number, digits: number) =>
  Math.trunc(x * 10 ** digits + Math.sign(x) * 1e-9) / 10 ** digits;

export function limitText(kind: EnduranceKind, at: number): string {
  const value = inwards(at, unit[kind].digits);
  return value === 0 ? '0' : signed(value, unit[kind].digits);
}

/** How far a range goes, as "−1.3 to +1.7 stops". */
export const rangeText = (kind: EnduranceKind, { low, high }: { low: Limit; high: Limit }): string =>
  `${limitText(kind, low.at)} to ${limitText(kind, high.at)} ${unit[kind].name}`;

/** What limits a range first: at the end that is nearer to rest. */
function firstLimit({ low, high }: Endurance): Failure | undefined {
  const [near, far] = Math.abs(low.at) < Math.abs(high.at) ? [low, high] : [high, low];
  return near.fails[0] ?? far.fails[0];
}

/** The range over which all of several hold, each end with what stops it there. Those that fail at rest are left out. */
export function common(ranges: readonly Endurance[]): Endurance | null {
  const holding = ranges.filter((r) => r.atRest.length === 0);
  if (holding.length === 0) return null;
  const nearest = (side: 'low' | 'high') =>
    holding.map((r) => r[side]).reduce((a, b) => (Math.abs(b.at) < Math.abs(a.at) ? b : a));
  return { low: nearest('low'), high: nearest('high'), atRest: [] };
}

/** Where it holds to the end of the search no more is known. */
const isOpen = (kind: EnduranceKind, { low, high }: Endurance) =>
  low.at === enduranceSearch[kind].ends.low && high.at === enduranceSearch[kind].ends.high;

/** "holds from −1.3 to +1.7 stops; skin goes green first". */
export function enduranceWords(kind: EnduranceKind, found: Endurance, practice: PracticeSettings): string {
  if (found.atRest.length > 0)
    return `does not hold as it was shot: ${failureWords(found.atRest[0], practice)}`;
  if (isOpen(kind, found)) return `holds over the whole search, ${rangeText(kind, found)}`;
  const first = firstLimit(found);
  const { tolerance } = enduranceSearch[kind].steps;
  if (Math.max(-found.low.at, found.high.at) < 2 * tolerance)
    return `holds only as it was shot${first ? `; ${failureWords(first, practice)} at once` : ''}`;
  return `holds from ${rangeText(kind, found)}${first ? `; ${failureWords(first, practice)} first` : ''}`;
}

/** What is said of a look on its card: one line for each kind. */
export function lookEnduranceLines(
  measured: readonly EnduranceResult[],
  practice: PracticeSettings,
): { kind: EnduranceKind; text: string }[] {
  return enduranceKinds.flatMap((kind) => {
    const found = common(measured.map((m) => m[kind]));
    if (!found) return [];
    const left = measured.filter((m) => m[kind].atRest.length > 0).length;
    const but = left > 0 ? `, on ${measured.length - left} of ${measured.length} plates` : '';
    return [{ kind, text: `${enduranceWords(kind, found, practice)}${but}` }];
  });
}

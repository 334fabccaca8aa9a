import { angleOf, hueDistance } from '../colour/hue.ts';
import { lumaBuffer } from './luma.ts';
import { signalWithoutLook } from './pixels.ts';
import type { ReadingContext, ReadingDefinition } from './reading.ts';
import type { PracticeSettings } from './practice.ts';
import { type Band, judge, unjudged } from '../numeric/verdict.ts';
import { chromaOf } from '../colour/ycbcr.ts';

/** Below this share of the picture an end has no colour worth reading. */
const minShare = 0.002;

/** What a mean Cb, Cr is called. */
function nameOf(cb: number, cr: number): string {
  const names = ['blue', 'violet', 'magenta', 'red', 'amber', 'yellow', 'green', 'cyan'];
  const angles = [0, 35, 65, 103, 135, 174, 230, 290];
  const away = angles.map((a) => Math.abs(hueDistance(angleOf(cb, cr), a)));
  return names[away.indexOf(Math.min(...away))];
}

type Chroma = [cb: number, cr: number];
const noColour: Chroma = [0, 0];

interface EndSpec {
  id: string;
  label: string;
  words: string;
  isEnd: (luma: number) => boolean;
  /** @param chroma the colour the look gives; a school may want one and no other. */
  band: (practice: PracticeSettings, chroma: Chroma) => Band;
  /** The band where it differs by colour, in words. */
  bandWords?: (practice: PracticeSettings) => string;
  why: string;
}

function meanChroma(signal: (index: number) => number, count: number): Chroma {
  let [cb, cr] = [0, 0];
  for (let i = 0; i < count * 3; i += 3) {
    const [u, v] = chromaOf(signal(i), signal(i + 1), signal(i + 2));
    cb += u / count;
    cr += v / count;
  }
  return [cb, cr];
}

/**
 * The colour that is there and that the look put there: the mean Cb, Cr of some pixels, or what the look adds to it
 * where that is less. Colour the scene brought is not the look's, and colour the look took away is no fault.
 */
function givenChroma(context: ReadingContext, chosen: readonly number[]): Chroma {
  const { signal } = context;
  const plain = signalWithoutLook(context, chosen);
  const shown = meanChroma((i) => signal[chosen[Math.floor(i / 3)] * 3 + (i % 3)], chosen.length);
  const before = meanChroma((i) => plain[i], chosen.length);
  const added: Chroma = [shown[0] - before[0], shown[1] - before[1]];
  return Math.hypot(...added) < Math.hypot(...shown) ? added : shown;
}

/** The mean colour a look gives to one end of the picture. */
function endColour({ id, label, words, isEnd, band, bandWords, why }: EndSpec): ReadingDefinition {
  const pixels = ({ signal }: ReadingContext) => {
    const luma = lumaBuffer(signal);
    return (pixel: number) => isEnd(luma[pixel]);
  };
  return {
    id,
    label,
    unit: '%',
    target: (practice) =>
      `up to ${band(practice, noColour).high} % chroma from the look${bandWords?.(practice) ?? ''}, ${band(practice, noColour).slack} more is close (${why})`,
    where: pixels,
    measure(context) {
      const { signal, practice } = context;
      const counts = pixels(context);
      const chosen: number[] = [];
      for (let pixel = 0; pixel < signal.length / 3; pixel++) if (counts(pixel)) chosen.push(pixel);
      const n = chosen.length;
      const share = n / (signal.length / 3);
      if (share < minShare)
        return { value: null, text: '–', ...unjudged, detail: `The picture has no ${words}.` };
      const [cb, cr] = givenChroma(context, chosen);
      const value = Math.hypot(cb, cr) * 100;
      return {
        value,
        text: `${value.toFixed(1)} %`,
        ...judge(value, band(practice, [cb, cr])),
        detail: `${words[0].toUpperCase()}${words.slice(1)}, ${(share * 100).toFixed(1)} % of the picture, ${value < 0.5 ? 'get no colour from the look' : `are made more ${nameOf(cb, cr)} by the look`}: Cb ${(cb * 100).toFixed(1)}, Cr ${(cr * 100).toFixed(1)} %.`,
      };
    },
  };
}

export const shadowColour = endColour({
  id: 'shadowColour',
  label: 'Shadow colour',
  words: 'deep shadows under 15 %',
  isEnd: (luma) => luma < 0.15,
  band: ({ shadows }) =>
    shadows === 'neutral' ? { low: 0, high: 1.2, slack: 1 } : { low: 0, high: 3, slack: 2 },
  why: 'common practice: deep shadows should usually carry no colour',
});

const cleanHighlights: Band = { low: 0, high: 2.5, slack: 2.5 };
/** Where a school wants colour in the highlights (from memory: as much as a lamp has before it looks tinted). */
const wantedHighlights: Band = { low: 0, high: 8, slack: 4 };
/** The middle of the colours that a school wants, degrees of Cb and Cr, and how far from it they reach. */
const wantedAngles = { warm: 135, blue: 335 } as const;
const wantedReach = 55;

function isWanted(highlights: PracticeSettings['highlights'], [cb, cr]: Chroma): boolean {
  if (highlights === 'clean' || Math.hypot(cb, cr) === 0) return false;
  return Math.abs(hueDistance(angleOf(cb, cr), wantedAngles[highlights])) <= wantedReach;
}

export const highlightColour = endColour({
  id: 'highlightColour',
  label: 'Highlight colour',
  words: 'highlights over 90 %',
  isEnd: (luma) => luma > 0.9,
  band: ({ highlights }, chroma) => (isWanted(highlights, chroma) ? wantedHighlights : cleanHighlights),
  bandWords: ({ highlights }) =>
    highlights === 'clean' ? '' : `, up to ${wantedHighlights.high} % where it is ${highlights}`,
  why: 'common practice: no colour left near white unless it is wanted',
});

import { lumaBuffer, lumaPercentile } from './luma.ts';
import type { ReadingDefinition } from './reading.ts';
import { blackBands, type PracticeSettings, practiceChoices, whiteBands } from './practice.ts';
import { type Band, judge } from '../numeric/verdict.ts';

/** A level at one end of the picture, read past stray pixels: a tenth of a percent lies beyond it. */
interface LevelSpec {
  id: string;
  label: string;
  share: number;
  band: (practice: PracticeSettings) => Band;
  /** What the band rests on, and how widely. */
  source: 'common practice' | 'one practice of several';
  why: (practice: PracticeSettings) => string;
  side: string;
  isAbsent(before: number): boolean;
}

function level({ id, label, share, band, source, why, side, isAbsent }: LevelSpec): ReadingDefinition {
  return {
    id,
    label,
    unit: '%',
    ofPlate: true,
    isAbsent,
    target(practice) {
      const { low, high, slack } = band(practice);
      return `${low}–${high} %, ${slack} beyond is close (${source}: ${why(practice)})`;
    },
    where({ signal }) {
      const luma = lumaBuffer(signal);
      const at = lumaPercentile(luma, share);
      return share < 0.5 ? (pixel) => luma[pixel] <= at + 0.01 : (pixel) => luma[pixel] >= at - 0.01;
    },
    measure({ signal, practice }) {
      const value = lumaPercentile(lumaBuffer(signal), share) * 100;
      return {
        value,
        text: `${value.toFixed(1)} %`,
        ...judge(value, band(practice)),
        detail: `A thousandth of the picture lies ${side} ${value.toFixed(1)} % luma.`,
      };
    },
  };
}

export const blackLevel = level({
  id: 'black',
  label: 'Black',
  share: 0.001,
  band: ({ blackPoint }) => blackBands[blackPoint],
  source: 'common practice',
  why: ({ blackPoint }) => practiceChoices.blackPoint.options[blackPoint],
  side: 'below',
  // Deep shadows end there, as for their colour.
  isAbsent: (before) => before > 15,
});

export const whiteLevel = level({
  id: 'white',
  label: 'White',
  share: 0.999,
  band: ({ whites }) => whiteBands[whites],
  source: 'one practice of several',
  why: ({ whites }) => `whites ${practiceChoices.whites.options[whites]}`,
  side: 'above',
  // From memory: under half scale nothing is seen as white.
  isAbsent: (before) => before < 50,
});

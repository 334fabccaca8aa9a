import { lumaBuffer } from './luma.ts';
import { lumaPercentile, type ReadingDefinition } from './reading.ts';
import { type Band, judge } from './verdict.ts';

/** A level at one end of the picture, read past stray pixels: a tenth of a percent lies beyond it. */
function level(id: string, label: string, share: number, band: Band, target: string, side: string) {
  return {
    id,
    label,
    unit: '%',
    target,
    measure({ signal }) {
      const value = lumaPercentile(lumaBuffer(signal), share) * 100;
      return {
        value,
        text: `${value.toFixed(1)} %`,
        verdict: judge(value, band),
        detail: `A thousandth of the picture lies ${side} ${value.toFixed(1)} % luma.`,
      };
    },
  } satisfies ReadingDefinition;
}

export const blackLevel = level(
  'black',
  'Black',
  0.001,
  { low: 0, high: 3, slack: 7 },
  '0–3 %, to 10 % close (common practice: clean blacks; 8-bit shadows end within 0–26)',
  'below',
);

export const whiteLevel = level(
  'white',
  'White',
  0.999,
  { low: 90, high: 100, slack: 15 },
  '90–100 % (common practice: 8-bit highlights end within 230–255)',
  'above',
);

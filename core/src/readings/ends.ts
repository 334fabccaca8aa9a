import type { ReadingContext, ReadingDefinition } from './reading.ts';
import { judge } from './verdict.ts';

/** A pixel is crushed where every channel is at or under this signal, clipped where one is at or over the other. */
const crushedBelow = 0.006;
const clippedAbove = 0.995;
const band = { low: 0, high: 0.5, slack: 1.5 };
const target = 'up to 0.5 % of the picture, to 2 % close (common practice)';

function share({ signal }: ReadingContext, counts: (r: number, g: number, b: number) => boolean): number {
  let n = 0;
  for (let p = 0; p < signal.length; p += 3) if (counts(signal[p], signal[p + 1], signal[p + 2])) n++;
  return (n / (signal.length / 3)) * 100;
}

function end(
  id: string,
  label: string,
  where: string,
  counts: (r: number, g: number, b: number) => boolean,
): ReadingDefinition {
  return {
    id,
    label,
    unit: '%',
    target,
    measure(context) {
      const value = share(context, counts);
      return {
        value,
        text: `${value.toFixed(1)} %`,
        verdict: judge(value, band),
        detail: `${value.toFixed(2)} % of the picture is ${where}.`,
      };
    },
  };
}

export const crushed = end(
  'crushed',
  'Crushed',
  'black in every channel',
  (r, g, b) => r <= crushedBelow && g <= crushedBelow && b <= crushedBelow,
);
export const clipped = end(
  'clipped',
  'Clipped',
  'at the top in at least one channel',
  (r, g, b) => r >= clippedAbove || g >= clippedAbove || b >= clippedAbove,
);

import { isClipped, isCrushed } from '../colour/clipping.ts';
import type { ReadingContext, ReadingDefinition } from './reading.ts';
import { judge } from '../numeric/verdict.ts';

const band = { low: 0, high: 0.5, slack: 1.5 };
const target = 'up to 0.5 % of the picture, to 2 % close (common practice)';

type Counts = typeof isClipped;

function share({ signal }: ReadingContext, counts: Counts): number {
  let n = 0;
  for (let p = 0; p < signal.length; p += 3) if (counts(signal[p], signal[p + 1], signal[p + 2])) n++;
  return (n / (signal.length / 3)) * 100;
}

function end(id: string, label: string, where: string, counts: Counts): ReadingDefinition {
  return {
    id,
    label,
    unit: '%',
    ofPlate: true,
    target: () => target,
    where:
      ({ signal }) =>
      (pixel) =>
        counts(signal[pixel * 3], signal[pixel * 3 + 1], signal[pixel * 3 + 2]),
    measure(context) {
      const value = share(context, counts);
      return {
        value,
        text: `${value.toFixed(1)} %`,
        ...judge(value, band),
        detail: `${value.toFixed(2)} % of the picture is ${where}.`,
      };
    },
  };
}

export const crushed = end('crushed', 'Crushed', 'black in every channel', isCrushed);
export const clipped = end('clipped', 'Clipped', 'at the top in at least one channel', isClipped);

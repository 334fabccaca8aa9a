import type { TextureAxis } from '@velvet-dusk/core/texture/kinds/kind';
import { plateAxes } from '../plot/plateAxes.ts';
import type { Axis } from '../plot/plotScale.ts';

interface DrawnAxis extends Axis {
  ticks: readonly number[];
  /** What stands under the axis. */
  label: string;
  /** From a place of the axis to the value that the kind understands. */
  value(place: number): number;
  place(value: number): number;
  tickText(place: number): string;
}

const plain = { value: (x: number) => x, place: (x: number) => x, tickText: (x: number) => `${x}` };

/** The axes that texture is drawn over. Detail lies on a log scale: each step of one is ten times as large. */
export const textureAxes: Readonly<Record<TextureAxis, DrawnAxis>> = {
  stops: {
    ...plain,
    min: plateAxes.stops.min,
    max: plateAxes.stops.max,
    ticks: plateAxes.stops.ticks,
    label: 'stops from mid-grey',
  },
  radius: { ...plain, min: 0, max: 100, ticks: [0, 25, 50, 75, 100], label: '% of the way to a corner' },
  detail: {
    min: -1.3,
    max: 2,
    ticks: [-1, 0, 1, 2],
    label: 'size of detail, % of the height',
    value: (x) => 10 ** x,
    place: Math.log10,
    tickText: (x) => `${10 ** x}`,
  },
};

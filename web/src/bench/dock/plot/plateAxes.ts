import type { ResponseAxis } from '@velvet-dusk/core/look/response';
import type { Seen } from '@velvet-dusk/core/look/steps/seenColour';
import { type ColourDistribution, saturationTop } from '@velvet-dusk/core/scopes/colourDistribution';
import { railStops } from '@velvet-dusk/core/scopes/stopHistogram';
import type { Spread } from './PlotBackdrop.tsx';
import type { Axis } from './plotScale.ts';

/** An axis a plate's colours are spread over. */
export interface PlateAxis extends Axis {
  ticks: readonly number[];
  unit: string;
  spread(d: ColourDistribution): Spread;
  /** Where a colour falls on it. */
  at(seen: Seen): number;
  colourAt?(x: number): string;
}

export const hueColour = (hue: number) => `oklch(0.68 0.1 ${hue.toFixed(1)})`;

export const plateAxes: Readonly<Record<ResponseAxis, PlateAxis>> = {
  stops: {
    min: railStops.low,
    max: railStops.high,
    ticks: [-8, -6, -4, -2, 0, 2, 4, 6],
    unit: 'st',
    spread: ({ stops }) => ({ shares: stops.shares, min: stops.low, max: stops.high }),
    at: (seen) => seen.stops,
  },
  saturation: {
    min: 0,
    max: saturationTop,
    ticks: [0, 0.1, 0.2, 0.3, 0.4, 0.5],
    unit: '',
    spread: ({ saturations }) => ({ shares: saturations, min: 0, max: saturationTop }),
    at: (seen) => seen.saturation,
  },
  hue: {
    min: 0,
    max: 360,
    ticks: [0, 60, 120, 180, 240, 300, 360],
    unit: '°',
    spread: ({ hues }) => ({ shares: hues, min: 0, max: 360 }),
    at: (seen) => seen.hue,
    colourAt: hueColour,
  },
};

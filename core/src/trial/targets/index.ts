import { complexions } from '../../colour/complexions.ts';
import { pixelTarget, stepAt, type StressTarget } from './target.ts';

const size = { width: 480, height: 270 };
const between = (low: number, high: number, t: number) => low + (high - low) * t;
const grey = (stops: number) => ({ stops, saturation: 0, hue: 0 });

/** Stops of every camera's use and some beyond. */
const ramp = { low: -8, high: 8 };

const greyRamp = pixelTarget(
  {
    id: 'grey-ramp',
    label: 'Grey ramp',
    about: 'From eight stops under mid-grey to eight over; the lower half in whole stops.',
    ...size,
  },
  (x, y) => {
    const stops = between(ramp.low, ramp.high, x);
    return grey(y < 0.5 ? stops : Math.round(stops));
  },
);

const levels = [2, 0, -2] as const;
const saturations = [0.06, 0.12, 0.2] as const;
const hueSweep = pixelTarget(
  {
    id: 'hue-sweep',
    label: 'Hue sweep',
    about: 'Every hue at three levels and three saturations.',
    ...size,
  },
  (x, y) => {
    const stops = stepAt(y, levels);
    return { stops, hue: x * 360, saturation: stepAt((y * levels.length) % 1, saturations) };
  },
);

const wedgeHues = Array.from({ length: 12 }, (_, i) => i * 30);
const saturationWedge = pixelTarget(
  {
    id: 'saturation-wedge',
    label: 'Saturation wedge',
    about: 'Twelve hues from grey to more than most displays have, at mid-grey.',
    ...size,
  },
  (x, y) => ({ stops: 0, hue: stepAt(y, wedgeHues), saturation: x * 0.32 }),
);

const skinExposures = [-2, -1, 0, 1, 2];
const skinRange = pixelTarget(
  {
    id: 'skin-range',
    label: 'Skin range',
    about: 'Six complexions, from two stops under to two over.',
    ...size,
    // Skin as it is lit on purpose: the middle column.
    marks: { skin: [{ x0: 0.4, y0: 0, x1: 0.6, y1: 1 }], subject: [], background: [] },
  },
  (x, y) => {
    const { hue, saturation, stops } = stepAt(y, complexions);
    return { hue, saturation, stops: stops + stepAt(x, skinExposures) };
  },
);

const lightHues = [29, 70, 110, 142, 195, 264, 305, 345];
const lightLevels = [5, 3.5, 2, 0.5, -1];
const saturatedLights = pixelTarget(
  {
    id: 'saturated-lights',
    label: 'Saturated lights',
    about: 'Lamps and signs at the edge of what a camera sees, from bright to dim.',
    ...size,
  },
  (x, y) => ({ hue: stepAt(x, lightHues), saturation: 0.3, stops: stepAt(y, lightLevels) }),
);

/** Rows of the chart: six hues light and pale, at mid-grey, and deep; then six greys. */
const chartRows = [
  { stops: 1.2, saturation: 0.07 },
  { stops: 0, saturation: 0.13 },
  { stops: -1.5, saturation: 0.17 },
] as const;
const chartGreys = [2.3, 1.6, 0.9, 0, -1.2, -2.6];
const chart = pixelTarget(
  {
    id: 'chart-24',
    label: 'Chart, 24 patches',
    about: 'Six hues at three levels, and six greys.',
    ...size,
  },
  (x, y) => {
    const column = Math.min(Math.floor(x * 6), 5);
    const row = Math.min(Math.floor(y * 4), 3);
    return row === 3 ? grey(chartGreys[column]) : { ...chartRows[row], hue: 25 + column * 60 };
  },
);

const bandingRamp = (bits: 8 | 10) =>
  pixelTarget(
    {
      id: `ramp-${bits}`,
      label: `Soft ramp, ${bits} bits`,
      bits,
      about: `Two stops over the whole width, as a sky: steps of ${bits} bits show here first. Recorded in ${bits} bits.`,
      ...size,
    },
    (x, y) => grey(between(-0.5, 1.5, x) + (y - 0.5) * 0.3),
  );

/** Targets made by the core, beside plates. To add one: an object here, and its test. */
export const stressTargets: readonly StressTarget[] = [
  greyRamp,
  hueSweep,
  saturationWedge,
  skinRange,
  saturatedLights,
  chart,
  bandingRamp(8),
  bandingRamp(10),
];

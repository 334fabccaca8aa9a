import type { CurvePoint } from '@velvet-dusk/core/look/steps/curvePoints';
import { curveAxis, curveStops, risingPoints } from '@velvet-dusk/core/look/steps/curves';
import { satByLuminanceAxes, satFactor } from '@velvet-dusk/core/look/steps/satByLuminance';
import { satBySaturationAxes, satOut } from '@velvet-dusk/core/look/steps/satBySaturation';
import type { StepType } from '@velvet-dusk/core/look/steps/index';
import type { ColourDistribution } from '@velvet-dusk/core/scopes/colourDistribution';
import { lineColours, singleLine } from '../plot/lineColours.ts';
import { plateAxes } from '../plot/plateAxes.ts';
import type { Spread } from '../plot/PlotBackdrop.tsx';
import type { Axis } from '../plot/plotScale.ts';
import type { Sample } from '../../../workers/sample.ts';

/** One curve of the dock: whose parameter it is, its axes, how it is drawn and what lies behind it. */
export interface CurveKind {
  id: string;
  label: string;
  step: StepType;
  key: string;
  x: Axis;
  /** What a point may be set to, and what of it is drawn. */
  y: Axis;
  shownY: Axis;
  /** Where the axes are named. */
  ticks: { x: readonly number[]; y: readonly number[] };
  xUnit: string;
  yUnit: string;
  digits: number;
  colour: string;
  /** What the points do, drawn. */
  drawn(points: readonly CurvePoint[]): (x: number) => number;
  /** The level at which a point changes nothing. */
  rest(x: number): number;
  /** The plate's own spread along x: shares of even bins over an axis. */
  spread(d: ColourDistribution): Spread;
  picked(sample: Sample): number;
  gap: number;
}

const stops = {
  step: 'curves' as const,
  x: curveAxis,
  y: { min: -10, max: 8 },
  shownY: curveAxis,
  ticks: { x: plateAxes.stops.ticks, y: [-8, -4, 0, 4] },
  xUnit: 'st',
  yUnit: 'st',
  digits: 2,
  gap: 0.05,
  drawn: (points: readonly CurvePoint[]) => curveStops(risingPoints(points).points),
  rest: (x: number) => x,
  spread: plateAxes.stops.spread,
  picked: ({ atStep }: Sample) => plateAxes.stops.at(atStep),
};

const factors = [0, 0.5, 1, 1.5, 2];

/** To add a curve: an object here. */
export const curveKinds: readonly CurveKind[] = [
  { ...stops, id: 'master', key: 'master', label: 'All', colour: singleLine },
  { ...stops, id: 'red', key: 'red', label: 'Red', colour: lineColours[0] },
  { ...stops, id: 'green', key: 'green', label: 'Green', colour: lineColours[1] },
  { ...stops, id: 'blue', key: 'blue', label: 'Blue', colour: lineColours[2] },
  {
    id: 'satByLuminance',
    key: 'points',
    label: 'Saturation by luminance',
    step: 'satByLuminance',
    x: satByLuminanceAxes.x,
    y: satByLuminanceAxes.y,
    shownY: satByLuminanceAxes.y,
    ticks: { x: stops.ticks.x, y: factors },
    xUnit: 'st',
    yUnit: '×',
    digits: 2,
    colour: singleLine,
    drawn: satFactor,
    rest: () => 1,
    spread: stops.spread,
    picked: stops.picked,
    gap: 0.05,
  },
  {
    id: 'satBySaturation',
    key: 'points',
    label: 'Saturation by saturation',
    step: 'satBySaturation',
    x: satBySaturationAxes.x,
    y: satBySaturationAxes.y,
    shownY: satBySaturationAxes.y,
    ticks: { x: plateAxes.saturation.ticks, y: factors },
    xUnit: '',
    yUnit: '×',
    digits: 3,
    colour: singleLine,
    drawn(points) {
      const { at } = satOut(points);
      return (x) => at(Math.max(x, 1e-4)) / Math.max(x, 1e-4);
    },
    rest: () => 1,
    spread: plateAxes.saturation.spread,
    picked: ({ atStep }) => plateAxes.saturation.at(atStep),
    gap: 0.01,
  },
];

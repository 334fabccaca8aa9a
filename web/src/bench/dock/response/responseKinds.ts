import type { ResponseAxis, ResponseQuantity } from '@velvet-dusk/core/look/response';
import type { StepType } from '@velvet-dusk/core/look/steps/index';
import { sectors } from '@velvet-dusk/core/look/steps/primariesAndSecondaries';
import type { Axis } from '../plot/plotScale.ts';

type Numbers = Readonly<Record<string, number>>;

/** A parameter that is dragged on the drawing itself. */
export interface Handle {
  key: string;
  /** Where along the x axis it sits. */
  x(params: Numbers): number;
  /** Up and down moves the line there; along moves the place itself. */
  along: 'x' | 'y';
  /** Which line it sits on; the first where none is said. */
  line?: 0 | 1 | 2;
}

/** One drawing of what a step does, and what is dragged on it. */
export interface ResponseView {
  id: string;
  label: string;
  axis: ResponseAxis;
  quantity: ResponseQuantity;
  y: Axis;
  handles: readonly Handle[];
  /** Parameters whose faders stand beside it; all numbers of the step where none are named. */
  faders?: readonly string[];
}

const up = (key: string, x: number, line: 0 | 1 | 2 = 0): Handle => ({ key, x: () => x, along: 'y', line });
const upAt = (key: string, x: (p: Numbers) => number): Handle => ({ key, x, along: 'y' });
const along = (key: string): Handle => ({ key, x: (p) => p[key], along: 'x' });

const overStops = (quantity: 'light' | 'channels', most: number) =>
  ({ id: 'light', label: 'Light, stops', axis: 'stops', quantity, y: { min: -most, max: most } }) as const;
const colour = { axis: 'saturation', y: { min: 0, max: 2 } } as const;

const laneOf = {
  turn: { id: 'turn', label: 'Turn', suffix: 'Turn', quantity: 'turn', y: { min: -12, max: 12 } },
  saturation: {
    id: 'saturation',
    label: 'Saturation',
    suffix: 'Sat',
    quantity: 'saturation',
    y: { min: 0, max: 2 },
  },
  density: {
    id: 'density',
    label: 'Density',
    suffix: 'Density',
    quantity: 'light',
    y: { min: -1.2, max: 1.2 },
  },
} as const;

/** What a step does to every hue, with nothing to drag. */
const overHue: readonly ResponseView[] = Object.values(laneOf).map(({ id, label, quantity, y }) => ({
  id,
  label,
  quantity,
  axis: 'hue',
  handles: [],
  y: id === 'turn' ? { min: -30, max: 30 } : y,
}));

/** A LUT from elsewhere, by what it does. */
export const lutViews: readonly ResponseView[] = [{ ...overStops('channels', 3), handles: [] }, ...overHue];

const channels = ['R', 'G', 'B'] as const;
/** Slope is dragged in the light, power about the middle, offset in the dark. */
const cdlPlaces = { slope: 3, power: -1.5, offset: -5.5 };

/** To draw a step's control: its views here, by step. Steps with a drawing of their own are not among them. */
export const responseKinds: Partial<Record<StepType, readonly ResponseView[]>> = {
  exposure: [{ ...overStops('light', 3), handles: [up('stops', 0)] }],
  balance: [{ ...overStops('channels', 1), handles: [] }],
  printerLights: [
    {
      ...overStops('channels', 2),
      handles: [up('red', -2, 0), up('green', 0, 1), up('blue', 2, 2), up('all', 5, 1)],
    },
  ],
  toeShoulder: [
    {
      ...overStops('light', 3),
      handles: [
        along('toeAt'),
        along('shoulderAt'),
        upAt('toe', (p) => Math.max(p.toeAt - 2.5, -7.5)),
        upAt('shoulder', (p) => Math.min(p.shoulderAt + 2.5, 5.7)),
      ],
    },
  ],
  blackWhitePoint: [{ ...overStops('light', 4), handles: [upAt('black', () => -6), along('ceiling')] }],
  cleanEnds: [
    {
      id: 'saturation',
      label: 'Saturation kept',
      axis: 'stops',
      quantity: 'saturation',
      y: { min: 0, max: 1.2 },
      handles: [
        along('below'),
        along('above'),
        upAt('shadows', (p) => Math.max(p.below - 1.5, -7.7)),
        upAt('highlights', (p) => Math.min(p.above + 1.5, 5.8)),
      ],
    },
  ],
  saturation: [
    {
      ...colour,
      id: 'saturation',
      label: 'Saturation',
      quantity: 'saturation',
      handles: [up('amount', 0.2)],
    },
  ],
  colourDensity: [
    {
      ...colour,
      id: 'light',
      label: 'Light, stops',
      quantity: 'light',
      y: { min: -1.5, max: 1.5 },
      handles: [up('amount', 0.25)],
    },
  ],
  gamutCompression: [
    {
      ...colour,
      id: 'saturation',
      label: 'Saturation kept',
      quantity: 'saturation',
      y: { min: 0, max: 1.2 },
      handles: [up('amount', 0.45)],
    },
  ],
  channelMix: overHue,
  primariesAndSecondaries: Object.values(laneOf).map(({ suffix, ...lane }) => ({
    ...lane,
    axis: 'hue',
    handles: sectors.map((s) => up(`${s.id}${suffix}`, s.hue)),
    faders: sectors.map((s) => `${s.id}${suffix}`),
  })),
  cdl: [
    {
      ...overStops('channels', 3),
      handles: channels.flatMap((c, i) =>
        Object.entries(cdlPlaces).map(([key, x]) => up(`${key}${c}`, x + (i - 1) * 0.7, i as 0 | 1 | 2)),
      ),
    },
  ],
};

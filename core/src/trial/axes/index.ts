import { shippedStocks, type StockKind } from '../../look/filmStock.ts';
import { percent } from '../../numeric/percent.ts';
import { signed } from '../../numeric/signed.ts';
import { type rangeMistakes } from '../condition.ts';
import { choiceAxis, namedAxis, numberAxis, type TrialAxis } from './axis.ts';

const halfStops = Array.from({ length: 13 }, (_, i) => (i - 6) / 2);

const plates = namedAxis({
  id: 'plates',
  label: 'Plates',
  of: (s) => s.plates,
  set: (plateId) => ({ plateId }),
});
const looks = namedAxis({ id: 'looks', label: 'Looks', of: (s) => s.looks, set: (lookId) => ({ lookId }) });
const cameras = namedAxis({
  id: 'cameras',
  label: 'Cameras',
  of: (s) => s.profiles,
  set: (recordedBy) => ({ recordedBy }),
});
const wrongProfile = namedAxis({
  id: 'wrong-profile',
  label: 'Read as',
  of: (s) => s.profiles,
  set: (readAs) => ({ readAs }),
});
const exposure = numberAxis({
  id: 'exposure',
  label: 'Exposure',
  usual: halfStops,
  rest: 0,
  range: [-8, 8],
  set: (value) => ({ exposure: value }),
  words: (v) => (v === 0 ? '0' : `${signed(v, Number.isInteger(v * 2) ? 1 : 2)} st`),
});
const warmth = numberAxis({
  id: 'warmth',
  label: 'Balance, warm to cold',
  usual: [-100, -50, 0, 50, 100],
  rest: 0,
  range: [-300, 300],
  set: (mired) => ({ mired }),
  words: (v) => `${signed(v, 0)} mired`,
});
const green = numberAxis({
  id: 'green',
  label: 'Balance, green to magenta',
  usual: [-0.012, -0.006, 0, 0.006, 0.012],
  rest: 0,
  range: [-0.1, 0.1],
  set: (duv) => ({ duv }),
  words: (v) => `${signed(v, 3)} Duv`,
});
const sensitivity = numberAxis({
  id: 'sensitivity',
  label: 'Sensitivity',
  usual: [400, 800, 1600, 3200, 6400],
  rest: 800,
  range: [25, 409_600],
  set: (value) => ({ sensitivity: value }),
  words: (v) => `EI ${v}`,
});
const noise = numberAxis({
  id: 'noise',
  label: 'Noise',
  usual: [0, 1, 2, 4],
  rest: 1,
  range: [0, 16],
  set: (value) => ({ noise: value }),
  words: (v) => (v === 0 ? 'none' : `${v} times`),
});
const bits = choiceAxis<number>({
  id: 'bits',
  label: 'Bits recorded',
  choices: [
    { value: 12, words: '12 bits' },
    { value: 10, words: '10 bits' },
    { value: 8, words: '8 bits' },
  ],
  rest: 10,
  set: (value) => ({ bitDepth: value as 8 | 10 | 12 }),
});
const strength = numberAxis({
  id: 'strength',
  label: 'Strength',
  usual: [0.25, 0.4, 0.6, 0.8, 1],
  rest: 1,
  range: [0, 1],
  set: (value) => ({ strength: value }),
  words: percent,
});
const interpolation = choiceAxis<'tetrahedral' | 'trilinear'>({
  id: 'interpolation',
  label: 'Interpolation',
  choices: [
    { value: 'tetrahedral', words: 'tetrahedral' },
    { value: 'trilinear', words: 'trilinear' },
  ],
  rest: 'tetrahedral',
  set: (value) => ({ interpolation: value }),
});
const grid = numberAxis({
  id: 'grid',
  label: 'Grid',
  usual: [17, 33, 65],
  rest: 33,
  range: [2, 129],
  set: (value) => ({ grid: value }),
  words: (v) => `${v} points`,
});
const stockAxis = (kind: StockKind, label: string) =>
  namedAxis({
    id: `${kind}s`,
    label,
    of: (s) => (s.stocks ?? shippedStocks)[kind],
    set: (id) => ({ [kind]: id }),
  });
const negatives = stockAxis('negative', 'Negatives');
const prints = stockAxis('print', 'Prints');
const range = choiceAxis<(typeof rangeMistakes)[number]>({
  id: 'range',
  label: 'Range',
  choices: [
    { value: 'none', words: 'right' },
    { value: 'full-as-narrow', words: 'full read as narrow' },
    { value: 'narrow-as-full', words: 'narrow read as full' },
  ],
  rest: 'none',
  set: (rangeMistake) => ({ rangeMistake }),
});

/** Everything a board can be laid out by. To add one: an axis here, and its test. */
export const axes = {
  plates,
  looks,
  cameras,
  exposure,
  warmth,
  green,
  sensitivity,
  noise,
  bits,
  strength,
  interpolation,
  grid,
  negatives,
  prints,
  range,
  'wrong-profile': wrongProfile,
} satisfies Record<string, TrialAxis<never> | TrialAxis<string> | TrialAxis<number>>;
export type AxisId = keyof typeof axes;
export const axisIds = Object.keys(axes) as [AxisId, ...AxisId[]];

/** An axis by its ID, for values that were checked by it. */
export const axisOf = (id: AxisId): TrialAxis => axes[id] as unknown as TrialAxis;

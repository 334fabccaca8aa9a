import { codeToSignal, levels, signalToCode } from '../../colour/range.ts';
import { applyLut } from '../../lut/apply.ts';
import { largestGrid, smallestGrid } from '../../lut/cube.ts';
import { gridOf, onGrid, through } from './onGrid.ts';
import { choiceIn, numberIn, type RepairKind } from './repair.ts';

const one = (suffix: string, cube: ReturnType<typeof onGrid>, note = '') => ({
  made: [{ suffix, cube }],
  note,
});

export const resampleRepair: RepairKind = {
  id: 'resample',
  label: 'Another grid',
  about: 'The same LUT with more or fewer points along an edge.',
  fields: [
    {
      id: 'grid',
      label: 'Points',
      kind: 'number',
      min: smallestGrid,
      max: largestGrid,
      step: 1,
      rest: 33,
      unit: '',
    },
  ],
  run({ lut }, settings) {
    const grid = Math.round(numberIn(this, settings, 'grid'));
    const note =
      grid > gridOf(lut) ? 'More points than the file has: nothing is gained between its own.' : '';
    return one(`${grid}`, onGrid(lut, `resampled to ${grid} points`, undefined, grid), note);
  },
};

const narrow = levels('narrow', 10);
const ranges = {
  'full-to-narrow': { label: 'full → narrow', change: (v: number) => signalToCode(v, narrow) },
  'narrow-to-full': { label: 'narrow → full', change: (v: number) => codeToSignal(v, narrow) },
} as const;

/** What may be done to the range of what comes out. */
export const rangeChanges = ranges;

export const rangeRepair: RepairKind = {
  id: 'range',
  label: 'Change range',
  about: 'The range of what comes out, of what goes in, or of both: 64–940 of 1023, or all codes.',
  fields: [
    {
      id: 'side',
      label: 'Of',
      kind: 'choice',
      options: { output: 'what comes out', input: 'what goes in', both: 'both' },
      rest: 'output',
    },
    {
      id: 'change',
      label: 'Change',
      kind: 'choice',
      options: {
        'full-to-narrow': ranges['full-to-narrow'].label,
        'narrow-to-full': ranges['narrow-to-full'].label,
      },
      rest: 'narrow-to-full',
    },
  ],
  run({ lut }, settings) {
    const side = choiceIn(this, settings, 'side');
    const change = choiceIn(this, settings, 'change') as keyof typeof ranges;
    const there = ranges[change].change;
    const back = ranges[change === 'full-to-narrow' ? 'narrow-to-full' : 'full-to-narrow'].change;
    const cube = onGrid(lut, `range changed, ${side}: ${change}`, (values, codes) => {
      if (side !== 'output') {
        const inputs = codes.map(back);
        values.set(through(lut, inputs));
      }
      if (side !== 'input') values.forEach((v, i) => (values[i] = there(v)));
    });
    return one(change === 'full-to-narrow' ? 'narrow' : 'full', cube);
  },
};

const orders = {
  'red-blue': { label: 'red and blue change places, in and out', output: [2, 1, 0], input: [2, 1, 0] },
  'table-order': { label: 'the table was written blue first', output: [0, 1, 2], input: [2, 1, 0] },
  outputs: { label: 'only what comes out: red and blue', output: [2, 1, 0], input: [0, 1, 2] },
} as const;

export const reorderRepair: RepairKind = {
  id: 'reorder',
  label: 'Reorder axes',
  about: 'Of a table whose axes or channels stand in another order.',
  fields: [
    {
      id: 'order',
      label: 'What is wrong',
      kind: 'choice',
      options: Object.fromEntries(Object.entries(orders).map(([id, o]) => [id, o.label])),
      rest: 'table-order',
    },
  ],
  run({ lut }, settings) {
    const { input, output } = orders[choiceIn(this, settings, 'order') as keyof typeof orders];
    const cube = onGrid(lut, 'axes reordered', (values, codes) => {
      const asked = codes.map((_, i) => codes[i - (i % 3) + input[i % 3]]);
      const out = through(lut, asked);
      values.forEach((_, i) => (values[i] = out[i - (i % 3) + output[i % 3]]));
    });
    return one('reordered', cube);
  },
};

export const clampRepair: RepairKind = {
  id: 'clamp',
  label: 'Clamp',
  about: 'Values under 0 and over 1 are held at 0 and 1, as devices do that take no others.',
  fields: [],
  run({ lut }) {
    let count = 0;
    const cube = onGrid(lut, 'clamped to 0-1', (values) =>
      values.forEach((v, i) => {
        if (v >= 0 && v <= 1) return;
        count++;
        values[i] = Math.min(Math.max(v, 0), 1);
      }),
    );
    return one('clamped', cube, `${count} of ${cube.data.length} values were outside.`);
  },
};

export const strengthRepair: RepairKind = {
  id: 'strength',
  label: 'Bake a strength',
  about: 'Less of it, mixed in code as a strength slider would; of LUTs whose ends are the same.',
  fields: [
    { id: 'strength', label: 'Strength', kind: 'number', min: 0, max: 100, step: 1, rest: 50, unit: '%' },
  ],
  run({ lut, input, output }, settings) {
    const percent = numberIn(this, settings, 'strength');
    const cube = onGrid(lut, `strength ${percent} %`, (values, codes) =>
      values.forEach((v, i) => (values[i] = codes[i] + (percent / 100) * (v - codes[i]))),
    );
    const note =
      input === output
        ? ''
        : 'Its ends are not the same: in between stands a mix of two codes, which is no picture.';
    return one(`s${Math.round(percent)}`, cube, note);
  },
};

export const joinRepair: RepairKind = {
  id: 'join',
  label: 'Join two',
  about: 'This one and then another, as one file.',
  fields: [],
  usesOther: true,
  run({ lut, other }) {
    if (!other) throw new RangeError('Join two: choose the file that follows');
    const grid = Math.max(gridOf(lut), gridOf(other));
    const cube = onGrid(
      lut,
      `joined with ${other.title || 'another'}`,
      (values) => applyLut(other, values, 'tetrahedral'),
      grid,
    );
    return one('joined', cube);
  },
};

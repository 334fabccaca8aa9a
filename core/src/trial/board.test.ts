import { describe, expect, test } from 'vitest';
import { axes, axisIds, axisOf } from './axes/index.ts';
import type { AxisSources } from './axes/axis.ts';
import { cellsOf, refuseBoard, restColumn } from './board.ts';
import { atRest, conditionSchema } from './condition.ts';
import { parseTrial } from './document.ts';
import { boardFrom, trialPresets } from './presets.ts';
import { cellResult, compareRuns, judgeCell } from './result.ts';
import type { Reading } from '../readings/reading.ts';

const sources: AxisSources = {
  plates: [
    { id: 'quay', name: 'Quay' },
    { id: 'marsh', name: 'Marsh' },
  ],
  looks: [
    { id: 'ebb', name: 'Ebb', versions: [1] },
    { id: 'flood', name: 'Flood', versions: [] },
  ],
  profiles: [
    { id: 'heron', name: 'Heron log' },
    { id: 'wren', name: 'Wren log' },
  ],
};

describe('axes', () => {
  test.each(axisIds)(
    '%s: its usual values are values of it, each makes a condition, and no two the same',
    (id) => {
      const axis = axisOf(id);
      const values = axis.usual(sources);
      expect(values.length).toBeGreaterThan(1);
      const rest = atRest('quay', 'ebb');
      const made = values.map((v) => {
        expect(axis.refuse(v, sources)).toBeNull();
        expect(axis.words(v, sources)).not.toBe('');
        return JSON.stringify(conditionSchema.parse(axis.apply(rest, v)));
      });
      expect(new Set(made).size).toBe(values.length);
      if (axis.rest !== null && typeof axis.rest === 'number') expect(values).toContain(axis.rest);
    },
  );

  test('a value that is none is refused in words', () => {
    expect(axes.exposure.refuse(99, sources)).toMatch(/99 is no number from -8 to 8/);
    expect(axes.plates.refuse('moon', sources)).toMatch(/"moon" is not there/);
    expect(axes.bits.refuse(9, sources)).toMatch(/9 is none of 12, 10, 8/);
  });
});

describe('boards', () => {
  test.each(trialPresets.map((p) => p.id))(
    'the preset "%s" is a board of cells, each of which is its own',
    (id) => {
      const board = boardFrom(id, sources, 'flood');
      expect(refuseBoard(board, sources)).toEqual([]);
      const cells = cellsOf(board);
      const { rows, columns, switch: third } = board;
      expect(cells).toHaveLength(rows.values.length * columns.values.length * third!.values.length);
      expect(new Set(cells.map((c) => JSON.stringify(c.condition))).size).toBe(cells.length);
    },
  );

  test('what is at rest is run first', () => {
    const board = boardFrom('exposures', sources);
    const [first, second] = cellsOf(board);
    expect([first.condition.exposure, second.condition.exposure]).toEqual([0, 0]);
    expect(restColumn(board.columns)).toBe(6);
  });

  test('one axis twice, too many cells and things that are not there are refused', () => {
    const board = boardFrom('exposures', sources);
    expect(() => parseTrial({ ...board, switch: board.columns }, 'x')).toThrow(/one axis stands twice/);
    const many = { axis: 'noise', values: Array.from({ length: 60 }, (_, i) => i / 4) };
    const more = { axis: 'grid', values: Array.from({ length: 60 }, (_, i) => i + 2) };
    expect(() => parseTrial({ ...board, rows: many, columns: more }, 'x')).toThrow(/cells, 2000 at most/);
    const strange = { ...board, base: { ...board.base, lookId: 'gone' }, switch: null };
    expect(refuseBoard(parseTrial(strange, 'x'), sources)).toEqual(['look "gone" is not there']);
  });
});

describe('results', () => {
  const reading = (id: string, miss: number): Reading => ({
    id,
    label: id,
    value: miss === Infinity ? Infinity : 1,
    unit: '',
    text: '',
    verdict: miss === 0 ? 'holds' : miss <= 1 ? 'close' : 'fails',
    miss,
    target: '',
    detail: '',
  });
  const at = (column: number, ...readings: Reading[]) => cellResult({ row: 0, column, switch: 0 }, readings);

  test('the worst reading names itself, and only the chosen ones are judged', () => {
    const readings = [reading('midGrey', 0.4), reading('skinHue', 2.5), reading('clipped', 0)];
    expect(judgeCell(at(0, ...readings))).toEqual({ verdict: 'fails', worst: 'skinHue' });
    const chosen = cellResult({ row: 0, column: 0, switch: 0 }, readings, ['midGrey', 'clipped']);
    expect(judgeCell(chosen)).toEqual({ verdict: 'close', worst: 'midGrey' });
    expect(judgeCell(at(0, reading('clipped', 0)))).toEqual({ verdict: 'holds', worst: null });
  });

  test('a result outlives being written down, endless numbers too', () => {
    const kept = at(1, reading('separation', Infinity));
    expect(JSON.parse(JSON.stringify(kept))).toEqual(kept);
    expect(judgeCell(kept).verdict).toBe('fails');
  });

  test('two runs are compared cell by cell', () => {
    const before = [at(0, reading('midGrey', 0)), at(1, reading('midGrey', 3))];
    const after = [
      at(0, reading('midGrey', 2)),
      at(1, reading('midGrey', 0.5)),
      at(2, reading('midGrey', 9)),
    ];
    const { worse, better } = compareRuns(before, after);
    expect(worse.map((c) => c.column)).toEqual([0]);
    expect(better.map((c) => c.column)).toEqual([1]);
  });
});

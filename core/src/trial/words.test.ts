import { describe, expect, test } from 'vitest';
import { usualPractice } from '../readings/practice.ts';
import { boardSentences, placeWords, worstCells } from './boardWords.ts';
import type { Endurance, Failure } from './endurance.ts';
import { gateSchema, judgeGate } from './gate.ts';
import { trialReadingIds } from './readingIds.ts';
import type { CellResult, EnduranceResult } from './result.ts';
import { common, enduranceWords, failureWords, lookEnduranceLines } from './words.ts';

const fail = (id: string, value: number): Failure => ({ id, value });
const range = (low: number, high: number, lowFails: Failure[], highFails: Failure[]): Endurance => ({
  low: { at: low, fails: lowFails },
  high: { at: high, fails: highFails },
  atRest: [],
});
const skin = range(-1.34, 1.78, [fail('skinHue', 12)], [fail('clipped', 4)]);
const wide = range(-150, 150, [], []);
const atRest: Endurance = {
  low: { at: 0, fails: [fail('black', -3)] },
  high: { at: 0, fails: [fail('black', -3)] },
  atRest: [fail('black', -3)],
};

describe('endurance in words', () => {
  test('says the range, rounded inwards, and what goes first at the nearer end', () => {
    expect(enduranceWords('exposure', skin, usualPractice)).toBe(
      'holds from −1.3 to +1.7 stops; skin goes green first',
    );
    const dark = range(-0.4, 1.2, [fail('skinLevel', 12)], []);
    expect(enduranceWords('exposure', dark, usualPractice)).toMatch(
      /−0.4 to \+1.2 stops; skin gets too dark first/,
    );
  });

  test('what does not fail in the search is said to hold over the search, and what fails at rest does not hold', () => {
    expect(enduranceWords('balance', wide, usualPractice)).toBe(
      'holds over the whole search, −150 to +150 mired',
    );
    expect(enduranceWords('exposure', atRest, usualPractice)).toBe(
      'does not hold as it was shot: blacks sink',
    );
  });

  test('a look holds where all its plates do; how many do not hold at all is said', () => {
    const wider = range(-2, 1.1, [], [fail('white', 99)]);
    expect(common([skin, wider])).toMatchObject({ low: { at: -1.34 }, high: { at: 1.1 } });
    const measured = [skin, wider, atRest].map((exposure, i) => ({
      lookId: 'l',
      plateId: String(i),
      exposure,
      balance: wide,
    }));
    const [line] = lookEnduranceLines(measured, usualPractice);
    expect(line.text).toBe('holds from −1.3 to +1.1 stops; whites burn first, on 2 of 3 plates');
  });

  test.each(trialReadingIds)('%s has words of its own for where it fails', (id) => {
    expect(failureWords({ id, value: 1 }, usualPractice)).not.toMatch(/fails$/);
  });
});

describe('a gate', () => {
  const gate = gateSchema.parse({
    plateIds: ['a', 'b'],
    exposure: { low: -1, high: 1 },
    balance: { low: 0, high: 0 },
  });
  const measured = (plateId: string, exposure: Endurance): EnduranceResult => ({
    lookId: 'l',
    plateId,
    exposure,
    balance: range(0, 0, [], []),
  });

  test('is passed where every asked plate holds over its range', () => {
    expect(judgeGate(gate, [measured('a', range(-1, 1, [], [])), measured('b', skin)])).toEqual([]);
  });

  test('names plate, side and reading where one does not; plates that are not asked do not count', () => {
    const short = range(-1, 0.6, [], [fail('clipped', 3)]);
    const found = judgeGate(gate, [measured('a', short), measured('c', atRest)]);
    expect(found).toEqual([
      { lookId: 'l', plateId: 'a', kind: 'exposure', side: 'high', at: 0.6, wanted: 1, fails: ['clipped'] },
    ]);
    expect(judgeGate(gate, [measured('b', atRest)]).map((f) => f.kind)).toContain('exposure');
  });

  test('a range that leaves rest out is refused', () => {
    expect(() => gateSchema.parse({ exposure: { low: 0.5, high: 1 } })).toThrow();
  });
});

describe('a board in words', () => {
  const cell = (row: number, column: number, id: string, miss: number): CellResult => ({
    row,
    column,
    switch: 0,
    readings: [{ id, value: 9, miss, verdict: miss > 1 ? 'fails' : miss > 0 ? 'close' : 'holds' }],
  });
  const cells = [
    cell(0, 0, 'crushed', 4),
    cell(0, 1, 'crushed', 2),
    cell(1, 0, 'skinHue', 3),
    cell(1, 1, 'black', 0),
  ];
  const sources = {
    plates: [
      { id: 'quay', name: 'Quay' },
      { id: 'marsh', name: 'Marsh' },
    ],
    looks: [{ id: 'l', name: 'Ebb', versions: [] }],
    profiles: [],
  };
  const trial = {
    rows: { axis: 'plates' as const, values: ['quay', 'marsh'] },
    columns: { axis: 'exposure' as const, values: [-1, 0] },
  };

  test('counts what holds, says the commonest cause, and how far the look holds', () => {
    const endurance = [{ lookId: 'l', plateId: 'quay', exposure: skin, balance: wide }];
    expect(boardSentences({ trial, cells, endurance, sources, practice: usualPractice })).toEqual([
      '1 of 4 cells hold; 3 fail.',
      'Most often it is Crushed: shadows crush in 2 cells.',
      'Ebb holds from −1.3 to +1.7 stops; skin goes green first.',
    ]);
  });

  test('the worst cells come first and are named by row and column', () => {
    const worst = worstCells(cells);
    expect(worst.map((c) => [c.row, c.column])).toEqual([
      [0, 0],
      [1, 0],
      [0, 1],
    ]);
    expect(placeWords(trial, worst[1], sources)).toBe('Marsh · −1.0 st');
  });
});

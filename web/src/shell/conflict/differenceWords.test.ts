import { expect, test } from 'vitest';
import { differences } from '@velvet-dusk/core/documentDiff';
import { newPack, withItems } from '@velvet-dusk/core/pack/document';
import { placeWords, valueWords } from './differenceWords.ts';

const names: Record<string, string> = { 'slack-water': 'Slack Water', heron: 'Heron log' };
const nameOf = (id: string) => names[id];
const item = { role: 'combined', grid: 33, output: 'video', destinations: ['editor'] } as const;
const more = { strength: null, offset: 0, to: null, withoutLook: false, colourOnly: false };
const items = (count: number, grid = 33) =>
  Array.from({ length: count }, (_, i) => ({
    ...item,
    ...more,
    destinations: ['editor'],
    grid: i === count - 1 ? grid : 33,
  }));

test('a cell of a pack is told by look, camera and item, not by where documents keep it', () => {
  const pack = withItems(newPack('Night'), 'other', 'heron', items(1));
  const mine = withItems(pack, 'slack-water', 'heron', items(5));
  // There the other cell is gone: by its place this one would be another.
  const theirs = withItems(newPack('Night'), 'slack-water', 'heron', items(5, 17));
  const [gone, grid] = differences(mine, theirs).filter((d) => d.path.at(-1) !== 'order');
  expect(placeWords(gone, nameOf)).toBe('cell other × Heron log');
  expect(placeWords(grid, nameOf)).toBe('cell Slack Water × Heron log, item 5, grid');
  expect([valueWords(grid.a), valueWords(grid.b)]).toEqual(['33', '17']);
});

test('steps and shots are told by what the bench calls them', () => {
  expect(placeWords({ path: ['steps', 'contrast', 'params', 'contrast'], a: 1, b: 2 })).toBe('Contrast');
  expect(placeWords({ path: ['shot', 'exposure'], a: 1, b: 2 })).toBe('shot, Exposure');
  expect(placeWords({ path: ['steps', 'order'], a: 'a, b', b: 'b, a' })).toBe('order');
  expect(placeWords({ path: [], a: 1, b: 2 })).toBe('everything');
});

test('a side of a board is told by its values', () => {
  expect(placeWords({ path: ['columns', 'values', '3'], a: 2, b: 1 })).toBe('columns, value 3');
});

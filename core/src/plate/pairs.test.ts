import { expect, test } from 'vitest';
import type { BoxKind, Mark } from './marks.ts';
import { pairsOf } from './pairs.ts';

let ids = 0;
const box = (kind: BoxKind, name?: string): Mark => ({
  id: `m${++ids}`,
  kind,
  area: { x0: 0, y0: 0, x1: 0.1, y1: 0.1 },
  ...(name === undefined ? {} : { name }),
});

test('marks are paired by kind and name, in the order of the first frame', () => {
  const mine = [box('object', 'Boot'), box('skin'), box('neutral', 'shirt'), box('skin')];
  const theirs = [box('skin'), box('object', 'boot'), box('neutral', 'eyes'), box('skin'), box('skin')];
  const pairs = pairsOf(mine, theirs);
  expect(pairs.map((p) => p.name)).toEqual(['Boot', 'Skin', 'Skin 2']);
  expect(pairs.map((p) => p.mine)).toEqual([mine[0], mine[1], mine[3]]);
  expect(pairs.map((p) => p.theirs)).toEqual([theirs[1], theirs[0], theirs[3]]);
});

test('a kind is not paired with another of the same name, and charts are no boxes', () => {
  const chart: Mark = {
    id: 'c',
    kind: 'chart',
    corners: [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ],
    patches: [{ name: 'a', u0: 0, v0: 0, u1: 1, v1: 1, reference: null }],
  };
  expect(pairsOf([box('object', 'shirt'), chart], [box('neutral', 'shirt'), chart])).toEqual([]);
});

import { expect, test } from 'vitest';
import { negatives } from '../film/negatives.ts';
import { newLook } from '../look/document.ts';
import { filmSteps, stockOf, withStock } from '../look/filmStock.ts';
import { atRest } from './condition.ts';
import { lookOf } from './input.ts';

const own = { ...negatives[0], id: 'quay-wedge', name: 'Quay wedge' };
const looks = [
  { id: 'ebb', version: undefined, document: newLook('Ebb') },
  { id: 'flood', version: undefined, document: withStock(newLook('Flood'), 'negative', own) },
];

test('a cell that names a stock has the look under it, an own stock of any look on the board too', () => {
  const rest = atRest('quay', 'ebb');
  expect(lookOf(looks, rest)).toBe(looks[0].document);
  for (const stock of [negatives[2], own]) {
    const under = lookOf(looks, { ...rest, negative: stock.id });
    expect(stockOf(filmSteps(under).negative)).toEqual(stock);
  }
  expect(() => lookOf(looks, { ...rest, negative: 'moon' })).toThrow(/no negative "moon"/);
  expect(() => lookOf(looks, { ...rest, lookId: 'moon' })).toThrow(/no look "moon"/);
});

test('a condition says nothing of stocks where it names none, so that boards of before stay what they were', () => {
  expect(Object.keys(atRest('quay', 'ebb'))).not.toContain('negative');
});

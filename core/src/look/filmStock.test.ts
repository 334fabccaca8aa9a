import { expect, test } from 'vitest';
import { negatives } from '../film/negatives.ts';
import { prints } from '../film/prints.ts';
import { type Look, newLook } from './document.ts';
import { filmSteps, shippedStocks, stockOf, stocksOf, withStock } from './filmStock.ts';

const bare: Look = { ...newLook('Bare'), steps: [] };
const own = { ...negatives[0], id: 'quay-wedge', name: 'Quay wedge' };

test('a stock stands in the place of another; a look without film gets a step for it, in its place', () => {
  const film = withStock(withStock(bare, 'print', prints[1]), 'negative', negatives[0]);
  expect(film.steps.map((s) => s.type)).toEqual(['negative', 'print']);
  const other = withStock(film, 'negative', own);
  expect(stockOf(filmSteps(other).negative)).toEqual(own);
  expect(other.steps[1]).toBe(film.steps[1]);
  expect(stockOf(filmSteps(film).negative)).toEqual(negatives[0]);
});

test('own stocks stand behind those that ship, once each; a changed one beside what it was made of', () => {
  const changed = { ...negatives[0], push: { ...negatives[0].push, fog: 0.19 } };
  const looks = [own, own, negatives[1], changed].map((stock) => withStock(bare, 'negative', stock));
  const found = stocksOf(looks, 'negative');
  expect(found.slice(0, negatives.length)).toEqual(shippedStocks.negative);
  expect(found.slice(negatives.length).map(({ id, name }) => [id, name])).toEqual([
    ['quay-wedge', 'Quay wedge'],
    [`${negatives[0].id}-2`, `${negatives[0].name}, changed`],
  ]);
  expect(stocksOf(looks, 'print')).toEqual(prints);
});

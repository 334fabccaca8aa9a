import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { type Heading, type SortedColumn, type Sorting, useSortedTable } from './sortedTable.ts';

interface File {
  name: string;
  points: number;
}
const columns: SortedColumn<File>[] = [
  { id: 'name', text: (f) => f.name },
  { id: 'points', text: (f) => `${f.points}`, order: (f) => f.points },
];
const files: File[] = [
  { name: 'b10', points: 33 },
  { name: 'b9', points: 65 },
  { name: 'a', points: 33 },
];

/** Names in the order of the table, and its headings. */
function drawn(sorting: Sorting, onSort: (s: Sorting) => void = () => {}) {
  let headings: Heading<SortedColumn<File>>[] = [];
  const Names = () => {
    const table = useSortedTable(files, columns, sorting, onSort);
    ({ headings } = table);
    return table.rows.map((f) => f.name).join(' ');
  };
  return { names: renderToStaticMarkup(createElement(Names)), headings };
}

test('words are sorted as people count, figures as figures, and what is alike stays as it came', () => {
  expect(drawn({ by: '', down: false }).names).toBe('b10 b9 a');
  expect(drawn({ by: 'name', down: false }).names).toBe('a b9 b10');
  expect(drawn({ by: 'name', down: true }).names).toBe('b10 b9 a');
  expect(drawn({ by: 'points', down: false }).names).toBe('b10 a b9');
  expect(drawn({ by: 'points', down: true }).names).toBe('b9 b10 a');
});

test('a heading sorts by its column, upward first, and then the other way round', () => {
  const asked: Sorting[] = [];
  const ask = (sorting: Sorting, id: string) =>
    drawn(sorting, (s) => asked.push(s))
      .headings.find((h) => h.column.id === id)!
      .onSort();
  ask({ by: '', down: false }, 'points');
  ask({ by: 'points', down: false }, 'points');
  ask({ by: 'points', down: true }, 'points');
  ask({ by: 'points', down: true }, 'name');
  expect(asked).toEqual([
    { by: 'points', down: false },
    { by: 'points', down: true },
    { by: 'points', down: false },
    { by: 'name', down: false },
  ]);
  const [name, points] = drawn({ by: 'points', down: true }).headings;
  expect([name.sorted, points.sorted]).toEqual([undefined, 'descending']);
});

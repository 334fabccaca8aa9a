import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { curveTable, pairTable } from './pairTable.ts';

test('the tables of stock pairs and of curves in docs/film.md hold the numbers of the stocks', () => {
  const text = readFileSync(new URL('../../../docs/film.md', import.meta.url), 'utf8');
  const rows = text
    .split('\n')
    .filter((line) => line.startsWith('|'))
    .map((line) =>
      line
        .slice(1, -1)
        .split('|')
        .map((cell) => cell.trim())
        .join(' | '),
    );
  for (const row of [...pairTable(), ...curveTable()]) expect(rows).toContain(row);
});

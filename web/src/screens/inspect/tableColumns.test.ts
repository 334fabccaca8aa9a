import { expect, test } from 'vitest';
import { kindText, type Row, tableColumns, withWords } from './tableColumns.ts';

/** A row that was read: a file, its role, and a figure to sort by. */
const row = (path: string, role: string, size: number, faults = 0): Row =>
  ({
    file: { id: path, path, sha256: path },
    family: '',
    sameAs: [],
    nearly: [],
    known: {
      report: {
        identity: {
          isNothing: false,
          chosen: 0,
          readings: [{ role, input: 'Heron log', output: 'BT.1886' }],
        },
        file: { size },
        greys: { midGrey: 40, contrast: 1 },
        colours: { saturation: 1 },
        faults: Array(faults).fill({}),
        headline: `A ${role}`,
      },
    },
  }) as unknown as Row;
const unread = (path: string, known?: object) => ({ ...row(path, 'trim', 0), known }) as unknown as Row;
const paths = (rows: readonly Row[]) => rows.map((r) => r.file.path);

const rows = [
  row('b10.cube', 'combined', 33),
  row('b9.cube', 'conversion', 65, 2),
  row('a.cube', 'trim', 17),
];

test('what is not known is last of all when the largest come first', () => {
  const points = tableColumns.find((c) => c.id === 'points')!;
  for (const known of rows) expect(points.order!(unread('new.cube'))).toBeLessThan(points.order!(known));
});

test('a filter wants all of its words, wherever they stand', () => {
  expect(paths(withWords(rows, 'HERON con'))).toEqual(['b9.cube']);
  expect(withWords(rows, 'heron')).toHaveLength(3);
  expect(withWords(rows, 'heron nowhere')).toEqual([]);
});

test('what is not read says so', () => {
  expect(kindText(unread('x.cube'))).toBe('…');
  expect(kindText(unread('x.cube', { error: 'row 3' }))).toBe('not read');
  const faults = tableColumns.find((c) => c.id === 'faults')!;
  expect(faults.order!(unread('x.cube', { error: 'row 3' }))).toBeGreaterThan(faults.order!(rows[1]));
});

import { roles } from '@velvet-dusk/core/order/roles/index';
import type { InspectedFile } from '@velvet-dusk/core/api/inspected';
import type { SortedColumn } from '../../ui/sortedTable.ts';
import type { ReadFile } from './reports.ts';

/** A row of the table: a file, what is known of it, and the groups it is in. */
export interface Row extends ReadFile {
  file: InspectedFile;
  /** Letter of its family; empty where it has none. */
  family: string;
  /** Paths of files with the same values; of those that are hardly to be told from it. */
  sameAs: string[];
  nearly: string[];
}

export interface Column extends SortedColumn<Row> {
  label: string;
  hint: string;
  width: string;
  isNumber?: boolean;
}

export const reportOf = ({ known }: Row) => (known && 'report' in known ? known.report : null);
export const topOf = (row: Row) => {
  const identity = reportOf(row)?.identity;
  return identity?.readings[identity.chosen] ?? null;
};
/** What a file is, in two words. */
export function kindText(row: Row): string {
  const report = reportOf(row);
  if (row.known && 'error' in row.known) return 'not read';
  if (!report) return '…';
  if (report.identity.isNothing) return 'nothing';
  const top = topOf(row);
  return top ? roles[top.role].label : 'not told';
}

const number = (value: number | undefined, digits: number) =>
  value === undefined ? '' : value.toFixed(digits);

/** Columns of the table. To add one: an object here. */
export const tableColumns: readonly Column[] = [
  { id: 'path', label: 'File', hint: 'Name and folder', width: 'minmax(0,1fr)', text: (r) => r.file.path },
  { id: 'kind', label: 'What it is', hint: 'Probable role', width: '96px', text: kindText },
  { id: 'from', label: 'Takes', hint: 'What goes in', width: '78px', text: (r) => topOf(r)?.input ?? '' },
  {
    id: 'points',
    label: 'Pts',
    hint: 'Points along an edge',
    width: '30px',
    isNumber: true,
    text: (r) => number(reportOf(r)?.file.size, 0),
    order: (r) => reportOf(r)?.file.size ?? -1,
  },
  {
    id: 'grey',
    label: 'Grey',
    hint: 'Mid-grey on the display, %',
    width: '38px',
    isNumber: true,
    text: (r) => number(reportOf(r)?.greys.midGrey, 1),
    order: (r) => reportOf(r)?.greys.midGrey ?? -1,
  },
  {
    id: 'contrast',
    label: 'Contr',
    hint: 'Stops of light on the display for a stop of the scene',
    width: '38px',
    isNumber: true,
    text: (r) => number(reportOf(r)?.greys.contrast, 2),
    order: (r) => reportOf(r)?.greys.contrast ?? -1,
  },
  {
    id: 'saturation',
    label: 'Sat',
    hint: 'Saturation against none',
    width: '36px',
    isNumber: true,
    text: (r) => number(reportOf(r)?.colours.saturation, 2),
    order: (r) => reportOf(r)?.colours.saturation ?? -1,
  },
  {
    id: 'group',
    label: 'Like',
    hint: 'Files of one letter hold one look; = has the same values as another, ≈ nearly',
    width: '34px',
    text: (r) => `${r.family}${r.sameAs.length > 0 ? ' =' : r.nearly.length > 0 ? ' ≈' : ''}`,
  },
  {
    id: 'faults',
    label: '',
    hint: 'Faults',
    width: '20px',
    text: () => '',
    order: (r) => (r.known && 'error' in r.known ? 99 : (reportOf(r)?.faults.length ?? -1)),
  },
];

export const gridColumns = tableColumns.map((c) => c.width).join(' ');

/** Rows that all words of a filter are in. */
export function withWords(rows: readonly Row[], filter: string): readonly Row[] {
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const textOf = (row: Row) =>
    `${tableColumns.map((c) => c.text(row)).join(' ')} ${topOf(row)?.output ?? ''} ${reportOf(row)?.headline ?? ''}`.toLowerCase();
  return words.length === 0 ? rows : rows.filter((r) => words.every((w) => textOf(r).includes(w)));
}

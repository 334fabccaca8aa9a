import { asCounted } from '@velvet-dusk/core/numeric/asCounted';
import { createSortedRowModel, rowSortingFeature, tableFeatures, useTable } from '@tanstack/react-table';
import { useMemo } from 'react';

export interface SortedColumn<Row> {
  id: string;
  text(row: Row): string;
  /** What it is sorted by; its text, as people count, where it says nothing. */
  order?(row: Row): number;
}

/** The column a table is sorted by; none by an empty ID. */
export interface Sorting {
  by: string;
  down: boolean;
}

export interface Heading<Column> {
  column: Column;
  sorted: 'ascending' | 'descending' | undefined;
  /** Sorts by it, and the other way round where it is sorted by already. */
  onSort(): void;
}

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });
const words = { asc: 'ascending', desc: 'descending' } as const;

/** Rows in the order of a column, those that are alike in the order they were given; and the headings that change it. */
export function useSortedTable<Row extends object, Column extends SortedColumn<Row>>(
  rows: readonly Row[],
  columns: readonly Column[],
  { by, down }: Sorting,
  onSort: (sorting: Sorting) => void,
): { rows: Row[]; headings: Heading<Column>[] } {
  const definitions = useMemo(
    () =>
      columns.map(({ id, text, order }) => ({
        id,
        accessorFn: (row: Row) => order?.(row) ?? text(row),
        sortFn: ({ original: a }: { original: Row }, { original: b }: { original: Row }) =>
          order ? order(a) - order(b) : asCounted.compare(text(a), text(b)),
        sortDescFirst: false,
      })),
    [columns],
  );
  const sorting = by === '' ? [] : [{ id: by, desc: down }];
  const table = useTable<typeof features, Row>({
    features,
    data: rows,
    columns: definitions,
    state: { sorting },
    enableSortingRemoval: false,
    enableMultiSort: false,
    onSortingChange: (change) => {
      const [first] = typeof change === 'function' ? change(sorting) : change;
      onSort(first ? { by: first.id, down: first.desc } : { by: '', down: false });
    },
  });
  const model = table.getRowModel();
  const inOrder = useMemo(() => model.rows.map((r) => r.original), [model]);
  return {
    rows: inOrder,
    headings: columns.map((column) => {
      const sorted = table.getColumn(column.id)!.getIsSorted();
      return {
        column,
        sorted: sorted ? words[sorted] : undefined,
        onSort: () => table.getColumn(column.id)!.toggleSorting(),
      };
    }),
  };
}

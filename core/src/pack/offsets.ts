import { plural } from '../numeric/plural.ts';
import { roleOf } from '../order/roles/index.ts';
import type { Pack, PackItem } from './document.ts';
import type { Fix } from './fix.ts';

const takesOffset = ({ role }: PackItem): boolean => roleOf(role).uses.includes('offset');

/** Items without those that others are the same as. */
const distinct = (items: readonly PackItem[]): PackItem[] => [
  ...new Map(items.map((item) => [JSON.stringify(item), item])).values(),
];

/**
 * Monitor files, partners and trims of a pack that are all for another exposure than the project is monitored at, with the
 * change that brings them to it. Null where the project says none, and where some have its offset: the others are a bracket then.
 * @param monitorOffsetStops stops by which the project's camera screens are darker
 */
export function strayOffsets(pack: Pack, monitorOffsetStops: number): { says: string; fix: Fix } | null {
  const items = pack.cells.flatMap((cell) => cell.items).filter(takesOffset);
  const offsets = [...new Set(items.map((i) => i.offset))].sort((a, b) => a - b);
  if (monitorOffsetStops === 0 || offsets.length === 0 || offsets.includes(monitorOffsetStops)) return null;
  const theirs = [...offsets.slice(0, -1), plural(offsets.at(-1)!, 'stop')].join(' and ');
  const ours = plural(monitorOffsetStops, 'stop');
  const mended = (item: PackItem) => (takesOffset(item) ? { ...item, offset: monitorOffsetStops } : item);
  return {
    says: `Monitor files, partners and trims here are for footage ${theirs} over; the project’s camera screens are ${ours} darker.`,
    fix: {
      label: `Make them for ${ours}`,
      apply: (now) => ({
        ...now,
        cells: now.cells.map((cell) => ({ ...cell, items: distinct(cell.items.map(mended)) })),
      }),
    },
  };
}

import { optionsOf } from '../../ui/Select.tsx';
import type { PackItem } from '@velvet-dusk/core/pack/document';
import type { Planned } from './usePlan.ts';
import { roles } from '@velvet-dusk/core/order/roles/index';

export const roleOptions = optionsOf(roles);

export const bytesText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

const secondsText = (seconds: number): string =>
  seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`;

/** What a pack will weigh and take, by what packs took on this machine: "80 MB zipped, about 20 s". */
export const expectedText = ({ totals, expected }: Pick<Planned, 'totals' | 'expected'>): string =>
  expected
    ? `${bytesText(expected.zip)} zipped, about ${secondsText(expected.seconds)}`
    : `${bytesText(totals.bytes)} in a folder, not timed on this machine yet`;

const stops = (offset: number) => `${offset > 0 ? '+' : '−'}${Math.abs(offset)}`;

export interface CellLine {
  text: string;
  detail: string;
}

/** A cell's items as lines: a role, and the grids it comes in. */
export function cellLines(items: readonly PackItem[]): CellLine[] {
  const lines = new Map<string, number[]>();
  for (const item of items) {
    const marks = [
      roles[item.role].short,
      ...(item.offset !== 0 ? [stops(item.offset)] : []),
      ...(item.colourOnly ? ['colour'] : []),
      ...(item.withoutLook ? ['plain'] : []),
      ...(item.strength !== null ? [`${Math.round(item.strength * 100)} %`] : []),
    ];
    const text = marks.join(' ');
    const grids = lines.get(text) ?? [];
    if (!grids.includes(item.grid)) grids.push(item.grid);
    lines.set(text, grids);
  }
  return [...lines].map(([text, grids]) => ({ text, detail: grids.sort((a, b) => a - b).join(' ') }));
}

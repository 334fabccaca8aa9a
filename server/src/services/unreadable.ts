import type { UnreadableRow } from '@velvet-dusk/core/api/contract';
import { Unreadable } from '../db/json.ts';

const asText = (value: unknown) => (value instanceof Unreadable ? value.text : value);

/**
 * Reads rows one by one: one that cannot be read is set aside with its reason and its raw text, and the others go on.
 * It stays in the database as it is, for a later program or a person to mend.
 */
export function readRows<R extends { id: string }, T>(
  rows: readonly R[],
  kind: UnreadableRow['kind'],
  { read, nameOf }: { read: (row: R) => T; nameOf: (row: R) => unknown },
): { items: T[]; unreadable: UnreadableRow[] } {
  const items: T[] = [];
  const unreadable: UnreadableRow[] = [];
  for (const row of rows) {
    try {
      items.push(read(row));
    } catch (error) {
      const name = nameOf(row);
      const text = JSON.stringify(
        Object.fromEntries(Object.entries(row).map(([key, value]) => [key, asText(value)])),
      );
      unreadable.push({
        kind,
        id: row.id,
        name: typeof name === 'string' ? name : row.id,
        reason: (error as Error).message.slice(0, 500),
        text,
      });
    }
  }
  return { items, unreadable };
}

/** What a document column held. Throws where it is not what was written. */
export function whole(value: unknown): unknown {
  if (value instanceof Unreadable) throw new Error(value.why);
  return value;
}

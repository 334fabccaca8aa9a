import { Problem } from '../problem.ts';

/** A kind of document with a revision: how a row of it is written and read. */
interface Versioned<Row, Current extends { revision: number }> {
  /** What it is called in a sentence, with its name: `Look "Dusk"`. */
  sayOf(current: Current): string;
  /** Writes the next revision over exactly the one that was seen. @returns the row, or none where another stands there. */
  write(next: { revision: number }): Promise<readonly Row[]>;
  read(row: Row): Current;
  /** What stands there now. Throws where nothing can be written over, as of one that was deleted. */
  current(): Promise<Current>;
}

/**
 * Saves over exactly the revision the writer has seen; any other is a conflict, told with what stands there, and nothing is written.
 */
export async function saveSeen<Row, Current extends { revision: number }>(
  { sayOf, write, read, current }: Versioned<Row, Current>,
  seenRevision: number,
): Promise<Current> {
  const [row] = await write({ revision: seenRevision + 1 });
  if (row) return read(row);
  const there = await current();
  throw new Problem(
    412,
    'Changed elsewhere',
    `${sayOf(there)} was changed in another window meanwhile: it is at revision ${there.revision}, this edit was made on revision ${seenRevision}. Nothing was overwritten.`,
    { current: there },
  );
}

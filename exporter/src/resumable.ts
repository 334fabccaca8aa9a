import { eachOf } from '@velvet-dusk/core/tasks/taskQueue';
import { addLine, openLines } from './lineJournal.ts';

/** How far a piece of long work is. */
export interface WorkProgress {
  done: number;
  total: number;
  /** Of the part that was finished last; empty before the first. */
  name: string;
  /** About as many seconds are left; null while nothing is known. */
  secondsLeft: number | null;
}

/** One of n parts of a piece of work, from the i-th, 1 to n. */
export interface Shard {
  index: number;
  count: number;
}

export interface WorkOptions {
  signal?: AbortSignal | undefined;
  onProgress?: ((progress: WorkProgress) => void) | undefined;
  /** Only every n-th part. */
  shard?: Shard | undefined;
}

/** A part of a piece of work. */
export interface WorkPart {
  key: string;
  name: string;
  /** About as much work as it is. */
  weight: number;
}

/** Work that goes on where it was when it was killed. */
interface Work<P extends WorkPart, R> {
  /** The folder it is done in. */
  folder: string;
  /** Hash of all that it is made of; a folder of another is begun anew. */
  hash: string;
  /** The folder for files, which stands beside the journal. */
  inside: string;
  parts: readonly P[];
  /** Parts at a time. */
  width: number;
  /** What the journal says of a part; null where that is not whole any more, so that it is done again. */
  read(line: unknown): Promise<{ key: string; result: R } | null>;
  /** Does a part, and gives what goes into the journal beside its key. */
  run(part: P): Promise<{ line: object; result: R }>;
}

/**
 * Does the parts that are not done yet, and writes each down when it is. @returns results of all parts that are mine, by key, as far
 * as the journal and this run have them.
 */
export async function workOff<P extends WorkPart, R>(
  { folder, hash, inside, parts, width, read, run }: Work<P, R>,
  { signal, onProgress, shard }: WorkOptions,
): Promise<Map<string, R>> {
  const done = new Map<string, R>();
  for (const line of await openLines(folder, hash, inside)) {
    const found = await read(line);
    if (found) done.set(found.key, found.result);
  }
  const mine = parts.filter((_, i) => !shard || i % shard.count === shard.index - 1);
  const waiting = mine.filter(({ key }) => !done.has(key));
  const weightOf = (all: readonly P[]) => all.reduce((sum, p) => sum + p.weight, 0);
  const total = weightOf(mine);
  const known = total - weightOf(waiting);
  let made = known;
  const began = Date.now();
  const tell = (name: string) => {
    const each = made > known ? (Date.now() - began) / 1000 / (made - known) : null;
    onProgress?.({ done: made, total, name, secondsLeft: each && each * (total - made) });
  };
  tell('');
  await eachOf(
    waiting,
    width,
    async (part) => {
      const { line, result } = await run(part);
      await addLine(folder, { key: part.key, ...line });
      done.set(part.key, result);
      made += part.weight;
      tell(part.name);
    },
    signal,
  );
  return done;
}

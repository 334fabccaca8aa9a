import { UsageError } from './errors.ts';

/** Threads at most: more would only hold memory. */
export const maxThreads = 256;

/** Reads `--shard I/N`. */
export function readShard(text: string | undefined): { index: number; count: number } | undefined {
  if (text === undefined) return undefined;
  const [index, count] = text.split('/').map(Number);
  const isShard = /^\d+\/\d+$/.test(text) && index >= 1 && index <= count && count <= 10_000;
  if (!isShard) throw new UsageError(`--shard: ${text} is no I/N, as 3/8`);
  return { index, count };
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Milliseconds of one run: the median of `runs`, after two runs that warm the engine up. */
export async function medianTime(run: () => unknown, runs = 7): Promise<number> {
  const times: number[] = [];
  for (let i = -2; i < runs; i++) {
    const start = performance.now();
    await run();
    if (i >= 0) times.push(performance.now() - start);
  }
  return median(times);
}

/**
 * Ours and theirs in turn, several times over: a machine whose speed changes from one moment to the next would else decide
 * between them. The round in the middle, by how many times theirs ours takes, is the one that is told.
 */
export async function sequence(ours: () => unknown, theirs: () => number, rounds = 7) {
  const seen: { ours: number; ocio: number }[] = [];
  for (let i = 0; i < rounds; i++) {
    const [before, time, after] = [theirs(), await medianTime(ours), theirs()];
    seen.push({ ours: time, ocio: (before + after) / 2 });
  }
  return seen.sort((a, b) => a.ours / a.ocio - b.ours / b.ocio)[Math.floor(rounds / 2)];
}

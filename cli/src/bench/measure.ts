/** Milliseconds of one run: the median of `runs`, after two runs that warm the engine up. */
export async function medianTime(run: () => unknown, runs = 7): Promise<number> {
  const times: number[] = [];
  for (let i = -2; i < runs; i++) {
    const start = performance.now();
    await run();
    if (i >= 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}

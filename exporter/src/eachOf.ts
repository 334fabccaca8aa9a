/** Does every item, so many at a time. After a failure the others finish what they are at, and no more is begun. */
export async function eachOf<T>(
  items: T[],
  width: number,
  run: (item: T) => Promise<void>,
  signal?: AbortSignal,
): Promise<void> {
  const oneByOne = async () => {
    for (let next = items.shift(); next; next = items.shift()) {
      signal?.throwIfAborted();
      await run(next);
    }
  };
  const workers = await Promise.allSettled(
    Array.from({ length: width }, () =>
      oneByOne().catch((error: unknown) => {
        items.length = 0;
        throw error;
      }),
    ),
  );
  const failed = workers.find((w) => w.status === 'rejected');
  if (failed) throw failed.reason;
}

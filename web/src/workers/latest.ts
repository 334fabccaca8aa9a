/**
 * Runs one task at a time and keeps only the newest waiting one, so that the last input is never lost and old
 * ones are never caught up with.
 */
export function latestOnly<T>(task: (input: T) => Promise<void>): (input: T) => void {
  let waiting: { input: T } | undefined;
  let busy = false;
  const pump = async () => {
    busy = true;
    while (waiting) {
      const { input } = waiting;
      waiting = undefined;
      try {
        await task(input);
      } catch (error) {
        console.error(error);
      }
    }
    busy = false;
  };
  return (input) => {
    waiting = { input };
    if (!busy) void pump();
  };
}

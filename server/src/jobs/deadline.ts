/** Thrown in place of a job's work that took longer than it may. */
export class PastDeadline extends Error {}

/** Ends a job that takes longer than its kind may, whether it heeds its signal or not. */
export async function within<T>(deadline: number, controller: AbortController, work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout>;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      reject(new PastDeadline(`It took longer than ${deadline / 1000} s and was stopped.`));
      controller.abort();
    }, deadline);
  });
  // Cancelled: what does not heed its signal is not waited for.
  const stopped = new Promise<never>((_, reject) =>
    controller.signal.addEventListener('abort', () => reject(new Error('stopped')), { once: true }),
  );
  work.catch(() => {});
  try {
    return await Promise.race([work, late, stopped]);
  } finally {
    clearTimeout(timer!);
  }
}

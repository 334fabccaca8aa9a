import PQueue from 'p-queue';
import type { ProgressOf, TaskHost, TaskMap, TaskOptions } from './task.ts';

export interface QueueOptions<P> extends TaskOptions<P> {
  /** Those with a higher one go first; 0 where none is said. */
  priority?: number;
}

/**
 * A line in front of hosts, each of which does one task at a time. Who is called off while waiting is gone at once; who is called off
 * while being done keeps the host until it has ended.
 */
export class TaskQueue<T extends TaskMap<T>> {
  private readonly line: PQueue;
  private readonly free: TaskHost<T>[];

  constructor(hosts: readonly TaskHost<T>[]) {
    this.line = new PQueue({ concurrency: hosts.length });
    this.free = [...hosts];
  }

  run<N extends keyof T & string>(
    name: N,
    input: T[N]['input'],
    { priority = 0, signal, onProgress }: QueueOptions<ProgressOf<T[N]>> = {},
  ): Promise<T[N]['result']> {
    return new Promise((resolve, reject) => {
      const giveUp = () => reject(signal!.reason as Error);
      if (signal?.aborted) return giveUp();
      signal?.addEventListener('abort', giveUp, { once: true });
      const task = async () => {
        signal?.removeEventListener('abort', giveUp);
        if (signal?.aborted) return;
        const host = this.free.pop()!;
        await host
          .run(name, input, { signal, onProgress })
          .then(resolve, reject)
          .finally(() => this.free.push(host));
      };
      void this.line.add(task, { priority });
    });
  }
}

/**
 * Does something with every item, so many at a time and in their order. After a failure the others finish what they are at, no more is
 * begun, and it is thrown.
 */
export async function eachOf<I>(
  items: Iterable<I>,
  width: number,
  run: (item: I) => Promise<void>,
  signal?: AbortSignal,
): Promise<void> {
  const line = new PQueue({ concurrency: width });
  let failure: { error: unknown } | null = null;
  for (const item of items)
    void line.add(async () => {
      if (failure) return;
      try {
        signal?.throwIfAborted();
        await run(item);
      } catch (error) {
        failure ??= { error };
      }
    });
  await line.onIdle();
  if (failure) throw (failure as { error: unknown }).error;
}

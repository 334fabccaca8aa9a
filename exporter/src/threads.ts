import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import {
  type Answer,
  type ProgressOf,
  type TaskHost,
  type TaskMap,
  type TaskOptions,
  valueOf,
} from '@velvet-dusk/core/tasks/task';
import { TaskQueue } from '@velvet-dusk/core/tasks/taskQueue';
import type { Asked } from './served.ts';
import type { StepBack } from './stepBack.ts';
import type { PackTasks } from './tasks.ts';

export const usualThreads = (): number => availableParallelism();

/** A task that took longer than it may, and was ended with its thread. */
export class TookTooLong extends Error {
  override name = 'TookTooLong';
  constructor(readonly seconds: number) {
    super(`it took longer than ${seconds} s and was stopped`);
  }
}

interface ThreadOptions {
  /** The file whose exports the tasks are. */
  file: string;
  /** Threads at most. */
  width: number;
  /** Milliseconds a task may take; as long as it takes where none are said. */
  deadline?: number;
  /** MB a thread's own heap may have. */
  heap?: number;
  /** How far the threads stand behind whatever else the machine has to do. */
  stepBack?: StepBack | null;
}

/** Threads as the host of tasks. A task that is called off, or late, is ended with its thread. */
class ThreadHost<T extends TaskMap<T>> implements TaskHost<T> {
  readonly pool: Piscina;

  constructor(private readonly options: ThreadOptions) {
    const { file, width, heap } = options;
    this.pool = new Piscina({
      filename: file,
      maxThreads: width,
      minThreads: 0,
      idleTimeout: 30_000,
      ...(heap ? { resourceLimits: { maxOldGenerationSizeMb: heap } } : {}),
    });
  }

  async run<N extends keyof T & string>(
    name: N,
    input: T[N]['input'],
    { signal, onProgress }: TaskOptions<ProgressOf<T[N]>>,
  ): Promise<T[N]['result']> {
    const { deadline, stepBack = null } = this.options;
    // Most tasks say nothing on their way.
    const line = onProgress && new MessageChannel();
    line?.port1.on('message', onProgress!);
    const controller = new AbortController();
    const stop = () => controller.abort();
    signal?.addEventListener('abort', stop);
    let late = false;
    const timer =
      deadline &&
      setTimeout(() => {
        late = true;
        stop();
      }, deadline);
    try {
      const answer = (await this.pool.run(
        { input, port: line?.port2 ?? null, stepBack } satisfies Asked<T[N]['input']>,
        {
          name,
          signal: controller.signal,
          transferList: (line ? [line.port2] : []) as never,
        },
      )) as Answer<T[N]['result']>;
      return valueOf(answer);
    } catch (error) {
      signal?.throwIfAborted();
      throw late ? new TookTooLong(deadline! / 1000) : error;
    } finally {
      clearTimeout(timer);
      signal?.removeEventListener('abort', stop);
      line?.port1.close();
    }
  }
}

/**
 * Threads of one purpose. Those who wait stand in a line of ours, not in the pool's: that forgets its own when the thread it stands
 * before is ended. Ended with `close`.
 */
export class Threads<T extends TaskMap<T>> extends TaskQueue<T> {
  readonly width: number;
  private readonly host: ThreadHost<T>;

  constructor(options: ThreadOptions) {
    const host = new ThreadHost<T>(options);
    super(Array<TaskHost<T>>(options.width).fill(host));
    this.host = host;
    this.width = options.width;
  }

  close(): Promise<void> {
    return this.host.pool.destroy();
  }
}

/** Where the tasks are in a built program: its build says so. */
declare const builtPackTasks: string | undefined;
const packTasks =
  typeof builtPackTasks === 'string' ? builtPackTasks : new URL('./worker.mjs', import.meta.url).href;

/** Threads that make the LUTs of packs and the cells of trials. */
export class PackThreads extends Threads<PackTasks> {
  /** @param inBackground they give way to whatever else the machine has to do. */
  constructor(width = usualThreads(), inBackground = false) {
    super({ file: packTasks, width, stepBack: inBackground ? 'far' : null });
  }
}

import { Piscina } from 'piscina';

/** Where the tasks are in a built program: its build says so. */
declare const builtTasks: string | undefined;
const tasks = typeof builtTasks === 'string' ? builtTasks : new URL('./worker.mjs', import.meta.url).href;

/** A task that took longer than it may, and was ended with its thread. */
export class TookTooLong extends Error {
  override name = 'TookTooLong';
  constructor(readonly seconds: number) {
    super(`it took longer than ${seconds} s and was stopped`);
  }
}

interface LaneOptions {
  /** Threads at most. */
  width: number;
  /** Milliseconds a task may take. */
  deadline: number;
  /** MB a thread's own heap may have. */
  heap?: number;
}

export interface LaneRun {
  signal?: AbortSignal | undefined;
  transfer?: readonly object[];
}

/**
 * Threads of one purpose. Those who wait stand in line here, not in the pool: it forgets its own line when the thread
 * it stands before is ended.
 */
export class Lane {
  private readonly pool: Piscina;
  private readonly waiting: (() => void)[] = [];
  private free: number;

  constructor(private readonly options: LaneOptions) {
    const { width, heap } = options;
    this.free = width;
    this.pool = new Piscina({
      filename: tasks,
      maxThreads: width,
      minThreads: 0,
      idleTimeout: 30_000,
      ...(heap ? { resourceLimits: { maxOldGenerationSizeMb: heap } } : {}),
    });
  }

  /**
   * Runs a task of the worker file in a thread. Ends the thread when the signal is aborted (then it throws what the
   * signal says) or the time is up (TookTooLong).
   */
  async run<R>(name: string, task: unknown, { signal, transfer = [] }: LaneRun = {}): Promise<R> {
    await this.enter(signal);
    const { deadline } = this.options;
    const controller = new AbortController();
    const stop = () => controller.abort();
    signal?.addEventListener('abort', stop);
    let late = false;
    const timer = setTimeout(() => {
      late = true;
      stop();
    }, deadline);
    try {
      return (await this.pool.run(task, {
        name,
        signal: controller.signal,
        transferList: [...transfer] as never,
      })) as R;
    } catch (error) {
      signal?.throwIfAborted();
      throw late ? new TookTooLong(deadline / 1000) : error;
    } finally {
      clearTimeout(timer);
      signal?.removeEventListener('abort', stop);
      this.leave();
    }
  }

  private async enter(signal?: AbortSignal): Promise<void> {
    signal?.throwIfAborted();
    if (this.free > 0) return void this.free--;
    await new Promise<void>((resolve, reject) => {
      const go = () => {
        signal?.removeEventListener('abort', giveUp);
        resolve();
      };
      const giveUp = () => {
        this.waiting.splice(this.waiting.indexOf(go), 1);
        reject(signal!.reason as Error);
      };
      this.waiting.push(go);
      signal?.addEventListener('abort', giveUp, { once: true });
    });
  }

  private leave(): void {
    const next = this.waiting.shift();
    if (next) next();
    else this.free++;
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}

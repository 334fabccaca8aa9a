import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { LutResult, LutTask } from './makeLut.ts';

/** Where the tasks are in a built program: its build says so. */
declare const builtPackTasks: string | undefined;
const tasks =
  typeof builtPackTasks === 'string' ? builtPackTasks : new URL('./worker.mjs', import.meta.url).href;

export const usualThreads = (): number => availableParallelism();

/** Threads that make the LUTs of packs. Ended with `close`. */
export class PackThreads {
  private readonly pool: Piscina;

  /** @param inBackground the threads give way to whatever else the machine has to do. */
  constructor(
    readonly width = usualThreads(),
    private readonly inBackground = false,
  ) {
    this.pool = new Piscina({ filename: tasks, maxThreads: width, minThreads: 0, idleTimeout: 10_000 });
  }

  makeLut(task: Omit<LutTask, 'inBackground'>, signal?: AbortSignal): Promise<LutResult[]> {
    return this.pool.run(
      { ...task, inBackground: this.inBackground },
      { name: 'makeLut', signal: signal ?? null },
    ) as Promise<LutResult[]>;
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}

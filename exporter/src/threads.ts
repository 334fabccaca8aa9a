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

  constructor(readonly width = usualThreads()) {
    this.pool = new Piscina({ filename: tasks, maxThreads: width, minThreads: 0, idleTimeout: 10_000 });
  }

  makeLut(task: LutTask, signal?: AbortSignal): Promise<LutResult[]> {
    return this.pool.run(task, { name: 'makeLut', signal: signal ?? null }) as Promise<LutResult[]>;
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}

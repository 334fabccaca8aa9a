import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { Endurance } from '@velvet-dusk/core/trial/endurance';
import type { LutResult, LutTask } from './makeLut.ts';
import type { Page, PagesTask } from './pages.ts';
import type { Planned, PlanTask } from './planning.ts';
import type { CellsTask, MadeCell, SearchTask } from './trials/trialTask.ts';

/** Where the tasks are in a built program: its build says so. */
declare const builtPackTasks: string | undefined;
const tasks =
  typeof builtPackTasks === 'string' ? builtPackTasks : new URL('./worker.mjs', import.meta.url).href;

export const usualThreads = (): number => availableParallelism();

/** What a thread does, by name: what it is asked, but for whether it gives way, and what it answers. */
interface Tasks {
  planFiles: { task: PlanTask; answer: Planned };
  makeLut: { task: LutTask; answer: LutResult[] };
  makePages: { task: PagesTask; answer: Page[] };
  runCells: { task: CellsTask; answer: MadeCell[] };
  runSearch: { task: SearchTask; answer: Endurance };
}

/** Threads that make the LUTs of packs and the cells of trials. Ended with `close`. */
export class PackThreads {
  private readonly pool: Piscina;

  /** @param inBackground the threads give way to whatever else the machine has to do. */
  constructor(
    readonly width = usualThreads(),
    private readonly inBackground = false,
  ) {
    this.pool = new Piscina({ filename: tasks, maxThreads: width, minThreads: 0, idleTimeout: 10_000 });
  }

  private run<N extends keyof Tasks>(
    name: N,
    task: Omit<Tasks[N]['task'], 'inBackground'>,
    signal?: AbortSignal,
  ): Promise<Tasks[N]['answer']> {
    const { inBackground } = this;
    return this.pool.run({ ...task, inBackground }, { name, signal: signal ?? null }) as Promise<
      Tasks[N]['answer']
    >;
  }

  planFiles(task: Omit<PlanTask, 'inBackground'>, signal?: AbortSignal): Promise<Planned> {
    return this.run('planFiles', task, signal);
  }

  makeLut(task: Omit<LutTask, 'inBackground'>, signal?: AbortSignal): Promise<LutResult[]> {
    return this.run('makeLut', task, signal);
  }

  makePages(task: Omit<PagesTask, 'inBackground'>, signal?: AbortSignal): Promise<Page[]> {
    return this.run('makePages', task, signal);
  }

  runCells(task: Omit<CellsTask, 'inBackground'>, signal?: AbortSignal): Promise<MadeCell[]> {
    return this.run('runCells', task, signal);
  }

  runSearch(task: Omit<SearchTask, 'inBackground'>, signal?: AbortSignal): Promise<Endurance> {
    return this.run('runSearch', task, signal);
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}

import { availableParallelism } from 'node:os';
import { PackThreads, Threads } from '@velvet-dusk/exporter/threads';
import type { JobTasks } from './tasks.ts';

/** Where the tasks are in a built program: its build says so. */
declare const builtTasks: string | undefined;
const file = typeof builtTasks === 'string' ? builtTasks : new URL('./worker.mjs', import.meta.url).href;

/** Threads for jobs: as many as the machine has cores, unless `DUSK_WORKERS` says another number. */
const jobWidth = () => {
  const asked = Number(process.env.DUSK_WORKERS);
  return Number.isInteger(asked) && asked > 0 && asked <= 64 ? asked : availableParallelism();
};

const minute = 60_000;

/**
 * Worker threads for the heavy work, by what they are for. Jobs, frames and foreign files have threads of their own, so that reading
 * a frame never waits behind anything long.
 */
export class WorkPool {
  readonly width = jobWidth();
  /** LUTs of packs: as many at a time as there are cores. */
  readonly packs = new PackThreads(this.width, true);
  readonly exports = new Threads<Pick<JobTasks, 'runExport'>>({
    file,
    width: this.width,
    deadline: 10 * minute,
    heap: 2048,
    stepBack: 'far',
  });
  /** A clip takes as long as it takes: one at a time, beside the others. */
  readonly clips = new Threads<Pick<JobTasks, 'runClip'>>({
    file,
    width: 1,
    deadline: 120 * minute,
    heap: 2048,
    stepBack: 'far',
  });
  /** One frame at a time: an 8K frame takes most of what a small machine has to give. */
  readonly frames = new Threads<Pick<JobTasks, 'readPlate'>>({
    file,
    width: 1,
    deadline: minute,
    stepBack: 'a little',
  });
  /** Short work that somebody waits for. */
  readonly plans = new Threads<Pick<JobTasks, 'planOrder'>>({
    file,
    width: 1,
    deadline: minute / 2,
    heap: 512,
  });
  /** Files that somebody brought: whatever is in one, only its own thread is held up. */
  readonly foreign = new Threads<Pick<JobTasks, 'readLut' | 'readAnyLut' | 'readProfile'>>({
    file,
    width: 1,
    deadline: minute / 6,
    heap: 512,
    stepBack: 'a little',
  });

  async close(): Promise<void> {
    const all = [this.packs, this.exports, this.clips, this.frames, this.plans, this.foreign];
    await Promise.all(all.map((threads) => threads.close()));
  }
}

import { availableParallelism } from 'node:os';
import { MessageChannel } from 'node:worker_threads';
import { PackThreads } from '@velvet-dusk/exporter/threads';
import { Lane } from './lane.ts';
import type { ForeignTask, ForeignTasks } from './readForeign.ts';
import type {
  ClipMade,
  ClipProgress,
  ClipTask,
  ExportProgress,
  ExportResult,
  ExportTask,
  PlanFacts,
  PlanTask,
  PlateFacts,
  PlateTask,
} from './tasks.ts';

/** Threads for jobs: as many as the machine has cores, unless `DUSK_WORKERS` says another number. */
const jobWidth = () => {
  const asked = Number(process.env.DUSK_WORKERS);
  return Number.isInteger(asked) && asked > 0 && asked <= 64 ? asked : availableParallelism();
};

/** Runs a task that says how far it is. */
async function told<P, R>(
  lane: Lane,
  name: string,
  task: object,
  onProgress: (progress: P) => void,
  signal: AbortSignal,
): Promise<R> {
  const { port1, port2 } = new MessageChannel();
  port1.on('message', onProgress);
  try {
    return await lane.run<R>(name, { ...task, port: port2 }, { signal, transfer: [port2] });
  } finally {
    port1.close();
  }
}

/**
 * Worker threads for the heavy work. Jobs, frames and foreign files have threads of their own, so that reading a frame
 * never waits behind anything long.
 */
export class WorkPool {
  readonly width = jobWidth();
  /** LUTs of packs: as many at a time as there are cores. */
  readonly packs = new PackThreads(this.width, true);
  private readonly jobs = new Lane({ width: this.width, deadline: 10 * 60_000, heap: 2048 });
  /** A clip takes as long as it takes: one at a time, beside the others. */
  private readonly clips = new Lane({ width: 1, deadline: 2 * 3_600_000, heap: 2048 });
  /** One frame at a time: an 8K frame takes most of what a small machine has to give. */
  private readonly frames = new Lane({ width: 1, deadline: 60_000 });
  /** Short work that somebody waits for. */
  private readonly plans = new Lane({ width: 1, deadline: 30_000, heap: 512 });
  private readonly foreign = new Lane({ width: 1, deadline: 10_000, heap: 512 });

  /** Runs an export. Abort the signal to end its thread at once. */
  export(
    task: Omit<ExportTask, 'port'>,
    onProgress: (p: ExportProgress) => void,
    signal: AbortSignal,
  ): Promise<ExportResult> {
    return told(this.jobs, 'runExport', task, onProgress, signal);
  }

  /** Measures a clip. Abort the signal to end its thread at once. */
  clip(
    task: Omit<ClipTask, 'port'>,
    onProgress: (p: ClipProgress) => void,
    signal: AbortSignal,
  ): Promise<ClipMade> {
    return told(this.clips, 'runClip', task, onProgress, signal);
  }

  /** Reads a frame or a frame of a clip. Abort the signal to end its thread at once. */
  readPlate(task: PlateTask, signal?: AbortSignal): Promise<PlateFacts | { refused: string }> {
    return this.frames.run('readPlate', task, { signal });
  }

  /** Plans a pack that is ordered. */
  planOrder(task: PlanTask): Promise<PlanFacts> {
    return this.plans.run('planOrder', task);
  }

  /** Reads a file somebody brought: whatever is in it, only its own thread is held up. */
  readForeign<K extends keyof ForeignTasks>(
    task: ForeignTask<K>,
    signal?: AbortSignal,
  ): Promise<{ value: ForeignTasks[K] } | { refused: string }> {
    return this.foreign.run('readForeign', task, { signal });
  }

  async close(): Promise<void> {
    const lanes = [this.packs, this.jobs, this.clips, this.frames, this.plans, this.foreign];
    await Promise.all(lanes.map((lane) => lane.close()));
  }
}

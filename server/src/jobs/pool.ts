import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { ExportProgress, ExportResult, ExportTask, PlateFacts, PlateTask } from './tasks.ts';

/** Where the tasks are in a built program: its build says so. */
declare const builtTasks: string | undefined;
const tasks = typeof builtTasks === 'string' ? builtTasks : new URL('./worker.mjs', import.meta.url).href;

/** Worker threads for the heavy work: one for exports, one for reading frames, so that neither waits for the other. */
export class WorkPool {
  private readonly make = () =>
    new Piscina({
      filename: tasks,
      maxThreads: 1,
      minThreads: 0,
      idleTimeout: 30_000,
    });
  private readonly exports = this.make();
  private readonly frames = this.make();

  /** Runs an export. Abort the signal to end its thread at once. */
  async export(
    task: Omit<ExportTask, 'port'>,
    onProgress: (p: ExportProgress) => void,
    signal: AbortSignal,
  ): Promise<ExportResult> {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', onProgress);
    try {
      return await this.exports.run(
        { ...task, port: port2 },
        { name: 'runExport', transferList: [port2], signal },
      );
    } finally {
      port1.close();
    }
  }

  /** Reads a frame or a frame of a clip. Abort the signal to end its thread at once. */
  readPlate(task: PlateTask, signal?: AbortSignal): Promise<PlateFacts | { refused: string }> {
    return this.frames.run(task, { name: 'readPlate', ...(signal ? { signal } : {}) });
  }

  async close(): Promise<void> {
    await Promise.all([this.exports.destroy(), this.frames.destroy()]);
  }
}

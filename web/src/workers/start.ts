/** The roles a worker can have, by the names it is started under. */
export type WorkerName = 'frames' | 'engine' | 'analysis' | 'judge' | 'painter' | 'solver';

const create = (name: WorkerName) =>
  new Worker(new URL('./worker.ts', import.meta.url), /* @vite-ignore */ { type: 'module', name });

const warm = new Map<WorkerName, Worker>();

/** Starts a worker before it is asked for, so that its code is read while the page still reads its own. */
export const warmWorker = (name: WorkerName): void => void warm.set(name, create(name));

/** A worker of a name: the warm one, the first time. */
export function createWorker(name: WorkerName): Worker {
  const ready = warm.get(name);
  warm.delete(name);
  return ready ?? create(name);
}

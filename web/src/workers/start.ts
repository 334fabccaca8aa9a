/**
 * The workers by their roles. Each is built as one file of its own: while the page reads its own code, every further
 * file a worker has to ask for would stand in line behind it.
 */
const roles = {
  analysis: () =>
    new Worker(new URL('./roles/analysis.ts', import.meta.url), { type: 'module', name: 'analysis' }),
  engine: () => new Worker(new URL('./roles/engine.ts', import.meta.url), { type: 'module', name: 'engine' }),
  frames: () => new Worker(new URL('./roles/frames.ts', import.meta.url), { type: 'module', name: 'frames' }),
  inspect: () =>
    new Worker(new URL('./roles/inspect.ts', import.meta.url), { type: 'module', name: 'inspect' }),
  judge: () => new Worker(new URL('./roles/judge.ts', import.meta.url), { type: 'module', name: 'judge' }),
  painter: () =>
    new Worker(new URL('./roles/painter.ts', import.meta.url), { type: 'module', name: 'painter' }),
  trials: () => new Worker(new URL('./roles/trials.ts', import.meta.url), { type: 'module', name: 'trials' }),
  solver: () => new Worker(new URL('./roles/solver.ts', import.meta.url), { type: 'module', name: 'solver' }),
};
export type WorkerName = keyof typeof roles;

/** A new worker of a role. */
export const createWorker = (name: WorkerName): Worker => roles[name]();

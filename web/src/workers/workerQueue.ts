import type * as Comlink from 'comlink';
import type { TaskHost } from '@velvet-dusk/core/tasks/task';
import { TaskQueue } from '@velvet-dusk/core/tasks/taskQueue';

/** The methods of a worker as tasks: what one is asked is a list of arguments. */
export type TasksOf<W> = {
  [N in keyof W]: W[N] extends (...args: infer A) => infer R ? { input: A; result: Awaited<R> } : never;
};

function hostOf<W extends object>(remote: Comlink.Remote<W>): TaskHost<TasksOf<W>> {
  const methods = remote as unknown as Record<string, (...args: unknown[]) => Promise<never>>;
  return { run: (name, input) => methods[name](...(input as unknown[])) };
}

/** One line in front of several workers of a kind, each of which does one thing at a time. */
export const workerQueue = <W extends object>(remotes: readonly Comlink.Remote<W>[]): TaskQueue<TasksOf<W>> =>
  new TaskQueue(remotes.map(hostOf));

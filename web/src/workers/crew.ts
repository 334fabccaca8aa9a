import type * as Comlink from 'comlink';
import type { TaskHost } from '@velvet-dusk/core/tasks/task';
import { TaskQueue } from '@velvet-dusk/core/tasks/taskQueue';
import type { Inspector } from './inspect.ts';
import { startWorker } from './index.ts';
import type { Trials } from './trials.ts';

/** Workers that share work of a kind, with one line in front of them. Apart from the others: no first visit needs them. */

/** The methods of a worker as tasks: what one is asked is a list of arguments. */
type TasksOf<W> = {
  [N in keyof W]: W[N] extends (...args: infer A) => infer R ? { input: A; result: Awaited<R> } : never;
};

function hostOf<W extends object>(remote: Comlink.Remote<W>): TaskHost<TasksOf<W>> {
  const methods = remote as unknown as Record<string, (...args: unknown[]) => Promise<never>>;
  return { run: (name, input) => methods[name](...(input as unknown[])) };
}

/** As many as there are cores, and no more than hold their frames well. */
const width = Math.min(Math.max(navigator.hardwareConcurrency ?? 2, 1), 4);

/** A crew that is started when it is first asked for something. */
function crew<W extends object>(start: () => Comlink.Remote<W>): () => TaskQueue<TasksOf<W>> {
  let queue: TaskQueue<TasksOf<W>> | undefined;
  return () => (queue ??= new TaskQueue(Array.from({ length: width }, () => hostOf(start()))));
}

/** Those who draw boards of trials. */
export const boardCrew = crew<Trials>(() => startWorker('trials').remote);
/** Those who take LUTs apart. */
export const inspectCrew = crew<Inspector>(() => startWorker('inspect').remote);

/** Of what somebody waits for, while the rest is done in its turn. */
export const atOnce = 1;

/**
 * Heavy work by name: what each task takes, says on its way, and answers. One map of them is all that a host and whoever asks it
 * share; what goes over is copied, so it is plain data.
 */
export interface Task {
  input: unknown;
  progress?: unknown;
  result: unknown;
}
export type TaskMap<T> = { [N in keyof T]: Task };
export type ProgressOf<T extends Task> = T extends { progress: infer P } ? P : never;

export interface TaskOptions<P = never> {
  /** Told how far it is. */
  onProgress?: ((progress: P) => void) | undefined;
  /** Ends it; it throws what the signal says then. */
  signal?: AbortSignal | undefined;
}

/** Who does tasks: a pool of threads, or a worker of the browser. */
export interface TaskHost<T extends TaskMap<T>> {
  run<N extends keyof T & string>(
    name: N,
    input: T[N]['input'],
    options: TaskOptions<ProgressOf<T[N]>>,
  ): Promise<T[N]['result']>;
}

/** What a task refuses, in words for whoever brought it. Errors lose their kind on the way out of a host; this one keeps it. */
export class Refused extends Error {
  override name = 'Refused';
}

/** What a task answers: errors lose their kind on the way, so a refusal is an answer. */
export type Answer<R> = { value: R } | { refused: string };

/** The value of an answer. Throws a Refused where it was refused. */
export function valueOf<R>(answer: Answer<R>): R {
  if ('refused' in answer) throw new Refused(answer.refused);
  return answer.value;
}

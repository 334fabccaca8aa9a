import type { MessagePort } from 'node:worker_threads';
import { DocumentError } from '@velvet-dusk/core/document';
import { FormatError } from '@velvet-dusk/core/formats/error';
import type { Answer } from '@velvet-dusk/core/tasks/task';
import { type StepBack, stepBack } from './stepBack.ts';

/** What comes into a thread. */
export interface Asked<I> {
  input: I;
  /** Where progress is told; null where nobody listens. */
  port: MessagePort | null;
  stepBack: StepBack | null;
}

/**
 * A task as a thread does it. @param run the task itself, and how it says how far it is. @returns what the thread's file exports
 * under the task's name.
 */
export const served =
  <I, R, P = never>(run: (input: I, tell: (progress: P) => void) => R | Promise<R>) =>
  async ({ input, port, stepBack: how }: Asked<I>): Promise<Answer<R>> => {
    if (how) stepBack(how);
    try {
      return { value: await run(input, (progress) => port?.postMessage(progress)) };
    } catch (error) {
      if (error instanceof FormatError || error instanceof DocumentError) return { refused: error.message };
      throw error;
    }
  };

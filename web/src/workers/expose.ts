import * as Comlink from 'comlink';
import { awaitFrameLine } from './frameLine.ts';

/** Answers for a worker's role, with the line to the worker that keeps frames. */
export function expose(role: object): void {
  awaitFrameLine();
  Comlink.expose(role);
}

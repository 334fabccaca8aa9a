import * as Comlink from 'comlink';
import type { AnalysisEngine } from './analysis.ts';
import type { Engine } from './engine.ts';
import type { FrameKeeper } from './frameKeeper.ts';
import type { FrameLine } from './frameLine.ts';
import type { Judge } from './judge.ts';
import type { Painter } from './painter.ts';
import type { Inspector } from './inspect.ts';
import { firstPicture } from './firstPicture.ts';
import type { Solver } from './solve.ts';
import type { Trials } from './trials.ts';
import { createWorker } from './start.ts';

/** What a worker of each name can be asked. */
interface Roles {
  engine: Engine;
  analysis: AnalysisEngine;
  judge: Judge;
  painter: Painter;
  solver: Solver;
  trials: Trials;
  inspect: Inspector;
}

/** Fetches frames for all the others. */
export const frameKeeper = Comlink.wrap<FrameKeeper>(createWorker('frames'));

/** Starts a worker and gives it its line to the worker that keeps frames. */
export function startWorker<N extends keyof Roles>(
  name: N,
): { worker: Worker; remote: Comlink.Remote<Roles[N]> } {
  const worker = createWorker(name);
  const { port1, port2 } = new MessageChannel();
  void frameKeeper.serve(Comlink.transfer(port1, [port1]));
  worker.postMessage({ frameLine: port2 } satisfies FrameLine, [port2]);
  return { worker, remote: Comlink.wrap<Roles[N]>(worker) };
}

interface OnDemand<N extends keyof Roles> {
  remote: Comlink.Remote<Roles[N]>;
  start(): Comlink.Remote<Roles[N]>;
}

/** A worker that is started when it is first asked for something. @param after what it waits for before that. */
function onDemand<N extends keyof Roles>(name: N, after?: Promise<void>): OnDemand<N> {
  let started: Comlink.Remote<Roles[N]> | undefined;
  const start = () => (started ??= startWorker(name).remote);
  const ask =
    (method: string) =>
    async (...args: unknown[]): Promise<unknown> => {
      if (after) await after;
      const methods = start() as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>;
      return methods[method](...args);
    };
  const remote = new Proxy({}, { get: (_, method) => ask(String(method)) }) as Comlink.Remote<Roles[N]>;
  return { remote, start };
}

const bakes = onDemand('engine');
export const engine = bakes.remote;
/** Apart from the engine, so that a fine cube being baked never holds a picture up. */
const paints = onDemand('painter');
export const painter = paints.remote;
/** Not before the first picture: until then every core draws. */
export const analysisEngine = onDemand('analysis', firstPicture).remote;
/** Apart from the analysis, so that scopes never wait for trials. */
export const judge = onDemand('judge', firstPicture).remote;

/** Starts the workers that draw, for a page that will ask them soon. */
export function startDrawing(): void {
  bakes.start();
  paints.start();
}

/** A worker of its own for long work that can be broken off: there is no other way to stop one in the middle of a sum. */
export function startInspector(): { remote: Comlink.Remote<Inspector>; end(): void } {
  const { worker, remote } = startWorker('inspect');
  return { remote, end: () => worker.terminate() };
}

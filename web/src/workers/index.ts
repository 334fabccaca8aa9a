import * as Comlink from 'comlink';
import type { AnalysisEngine } from './analysis.ts';
import type { Engine } from './engine.ts';
import type { FrameKeeper } from './frameKeeper.ts';
import type { FrameLine } from './frameLine.ts';
import type { Judge } from './judge.ts';
import type { Painter } from './painter.ts';
import { firstPicture } from './firstPicture.ts';
import type { Solver } from './solve.ts';
import { createWorker } from './start.ts';

/** What a worker of each name can be asked. */
interface Roles {
  engine: Engine;
  analysis: AnalysisEngine;
  judge: Judge;
  painter: Painter;
  solver: Solver;
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

/** A worker that is started when it is first asked, and not before the first picture: until then every core draws. */
function startLater<N extends keyof Roles>(name: N): Comlink.Remote<Roles[N]> {
  let started: Comlink.Remote<Roles[N]> | undefined;
  const ask =
    (method: string) =>
    async (...args: unknown[]): Promise<unknown> => {
      await firstPicture;
      started ??= startWorker(name).remote;
      const methods = started as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>;
      return methods[method](...args);
    };
  return new Proxy({}, { get: (_, method) => ask(String(method)) }) as Comlink.Remote<Roles[N]>;
}

export const engine = startWorker('engine').remote;
export const analysisEngine = startLater('analysis');
/** Apart from the analysis, so that scopes never wait for trials. */
export const judge = startLater('judge');
/** Apart from the engine, so that a fine cube being baked never holds a picture up. */
export const painter = startWorker('painter').remote;

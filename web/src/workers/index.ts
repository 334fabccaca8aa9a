import * as Comlink from 'comlink';
import type { AnalysisEngine } from './analysis.ts';
import type { Engine } from './engine.ts';
import type { FrameKeeper } from './frameKeeper.ts';
import type { FrameLine } from './frameLine.ts';
import type { Judge } from './judge.ts';
import type { Painter } from './painter.ts';
import type { Solver } from './solve.ts';

/** The roles a worker can have, by the names it is started under. */
interface Roles {
  engine: Engine;
  analysis: AnalysisEngine;
  judge: Judge;
  painter: Painter;
  solver: Solver;
}

const start = (name: string) =>
  new Worker(new URL('./worker.ts', import.meta.url), /* @vite-ignore */ { type: 'module', name });

const frames = Comlink.wrap<FrameKeeper>(start('frames'));

/** Starts a worker and gives it its line to the worker that keeps frames. */
export function startWorker<N extends keyof Roles>(
  name: N,
): { worker: Worker; remote: Comlink.Remote<Roles[N]> } {
  const worker = start(name);
  const { port1, port2 } = new MessageChannel();
  void frames.serve(Comlink.transfer(port1, [port1]));
  worker.postMessage({ frameLine: port2 } satisfies FrameLine, [port2]);
  return { worker, remote: Comlink.wrap<Roles[N]>(worker) };
}

export const engine = startWorker('engine').remote;
export const analysisEngine = startWorker('analysis').remote;
/** Apart from the analysis, so that scopes never wait for trials. */
export const judge = startWorker('judge').remote;
/** Apart from the engine, so that a fine cube being baked never holds a picture up. */
export const painter = startWorker('painter').remote;

import * as Comlink from 'comlink';
import type { AnalysisEngine } from './analysis.worker.ts';
import type { Engine } from './engine.worker.ts';
import type { Judge } from './judge.worker.ts';
import type { Painter } from './painter.worker.ts';

export const engine = Comlink.wrap<Engine>(
  new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name: 'engine' }),
);

export const analysisEngine = Comlink.wrap<AnalysisEngine>(
  new Worker(new URL('./analysis.worker.ts', import.meta.url), { type: 'module', name: 'analysis' }),
);

export const judge = Comlink.wrap<Judge>(
  new Worker(new URL('./judge.worker.ts', import.meta.url), { type: 'module', name: 'judge' }),
);

/** Apart from the engine, so that a fine cube being baked never holds a picture up. */
export const painter = Comlink.wrap<Painter>(
  new Worker(new URL('./painter.worker.ts', import.meta.url), { type: 'module', name: 'painter' }),
);

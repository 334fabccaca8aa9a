/** What the threads of packs and trials do. Run by piscina; never imported by others except for its types. */
export { makeLut } from './makeLut.ts';
export { makePages } from './pages.ts';
export { planFiles } from './planning.ts';
export { runCells, runSearch } from './trials/trialTask.ts';
export type { LutResult, LutTask } from './makeLut.ts';

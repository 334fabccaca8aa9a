import type { Endurance } from '@velvet-dusk/core/trial/endurance';
import { type LutResult, type LutTask, makeLut as lut } from './makeLut.ts';
import { makePages as pages, type Page, type PagesTask } from './pages.ts';
import { type Planned, planFiles as files, type PlanTask } from './planning.ts';
import { served } from './served.ts';
import {
  type CellsTask,
  type MadeCell,
  runCells as cells,
  runSearch as search,
  type SearchTask,
} from './trials/trialTask.ts';

/** What the threads of packs and trials do. */
export interface PackTasks {
  planFiles: { input: PlanTask; result: Planned };
  makeLut: { input: LutTask; result: LutResult[] };
  makePages: { input: PagesTask; result: Page[] };
  runCells: { input: CellsTask; result: MadeCell[] };
  runSearch: { input: SearchTask; result: Endurance };
}

export const planFiles = served(files);
export const makeLut = served(lut);
export const makePages = served(pages);
export const runCells = served(cells);
export const runSearch = served(search);

/**
 * What the worker threads do. Run by piscina; never imported by the server itself except for its types. A thread reads
 * the code of its own task only: one that reads a LUT has no need of a picture library.
 */
import type { ImportedProfile } from '@velvet-dusk/core/camera/import/index';
import { served } from '@velvet-dusk/exporter/served';
import type { PlanFacts, PlanTask } from './planOrder.ts';
import type { ForeignFile, LutWords } from './readForeign.ts';
import type { PlateFacts, PlateTask } from './readPlate.ts';
import type { ClipMade, ClipProgress, ClipTask } from './runClip.ts';
import type { ExportProgress, ExportResult, ExportTask } from './runExport.ts';

export interface JobTasks {
  runExport: { input: ExportTask; progress: ExportProgress; result: ExportResult };
  runClip: { input: ClipTask; progress: ClipProgress; result: ClipMade };
  readPlate: { input: PlateTask; result: PlateFacts };
  planOrder: { input: PlanTask; result: PlanFacts };
  readLut: { input: ForeignFile; result: LutWords };
  /** The same of any file that is a LUT, pictures as well. */
  readAnyLut: { input: ForeignFile; result: LutWords };
  readProfile: { input: ForeignFile; result: ImportedProfile };
}

export const runExport = served(async (task: ExportTask, tell: (p: ExportProgress) => void) =>
  (await import('./runExport.ts')).runExport(task, tell),
);
export const runClip = served(async (task: ClipTask, tell: (p: ClipProgress) => void) =>
  (await import('./runClip.ts')).runClip(task, tell),
);
export const readPlate = served(async (task: PlateTask) => (await import('./readPlate.ts')).readPlate(task));
export const planOrder = served(async (task: PlanTask) => (await import('./planOrder.ts')).planOrder(task));
export const readLut = served(async (file: ForeignFile) => (await import('./readForeign.ts')).readLut(file));
export const readAnyLut = served(async (file: ForeignFile) =>
  (await import('./readForeign.ts')).readAnyLut(file),
);
export const readProfile = served(async (file: ForeignFile) =>
  (await import('./readForeign.ts')).readProfile(file),
);

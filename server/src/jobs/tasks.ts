/**
 * What the worker threads do. Run by piscina; never imported by the server itself except for its types. A thread reads
 * the code of its own task only: one that reads a LUT has no need of a picture library.
 */
import type { PlanTask } from './planOrder.ts';
import type { ForeignTask } from './readForeign.ts';
import type { ClipTask } from './runClip.ts';
import type { PlateTask } from './readPlate.ts';
import type { ExportTask } from './runExport.ts';

export const planOrder = async (task: PlanTask) => (await import('./planOrder.ts')).planOrder(task);
export const readForeign = async (task: ForeignTask) => (await import('./readForeign.ts')).readForeign(task);
export const readPlate = async (task: PlateTask) => (await import('./readPlate.ts')).readPlate(task);
export const runClip = async (task: ClipTask) => (await import('./runClip.ts')).runClip(task);
export const runExport = async (task: ExportTask) => (await import('./runExport.ts')).runExport(task);

export type { PlanFacts, PlanTask } from './planOrder.ts';
export type { PlateFacts, PlateTask } from './readPlate.ts';
export type { ClipMade, ClipProgress, ClipTask } from './runClip.ts';
export type { ExportProgress, ExportResult, ExportTask } from './runExport.ts';

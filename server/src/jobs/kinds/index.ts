import type { JobKind } from '../kind.ts';
import { exportPackJob } from './exportPack.ts';
import { exportCube } from './exportCube.ts';
import { measureClipJob } from './measureClip.ts';
import { runTrialJob } from './runTrial.ts';

/** All kinds of job. To add one: its file, and a line here. */
export const jobKinds: readonly JobKind[] = [
  exportCube as unknown as JobKind,
  exportPackJob as unknown as JobKind,
  runTrialJob as unknown as JobKind,
  measureClipJob as unknown as JobKind,
];

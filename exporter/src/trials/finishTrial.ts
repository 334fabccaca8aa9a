import { mkdir } from 'node:fs/promises';
import type { TrialInput } from '@velvet-dusk/core/trial/input';
import type { TrialResult } from '@velvet-dusk/core/trial/run';
import { writeTrialSpec } from '@velvet-dusk/core/trial/spec';
import { putFile } from '../putFile.ts';
import { boardCsv } from './boardCsv.ts';
import { boardPdf } from './boardPdf.ts';
import { boardPng } from './boardPng.ts';

export const trialFiles = {
  result: 'trial-result.json',
  spec: 'trial-spec.json',
  cells: 'cells.csv',
  sheet: 'board.png',
  paper: 'board.pdf',
} as const;
export type TrialFile = keyof typeof trialFiles;

/** Writes what a run comes to into a folder. @param work the folder of its pictures. */
export async function finishTrial(
  input: TrialInput,
  result: TrialResult,
  { work, out }: { work: string; out: string },
): Promise<void> {
  await mkdir(out, { recursive: true });
  const texts: Record<TrialFile, string | Uint8Array> = {
    result: `${JSON.stringify(result, null, 1)}\n`,
    spec: JSON.stringify(writeTrialSpec(input)),
    cells: boardCsv(result),
    sheet: await boardPng(result, work),
    paper: await boardPdf(result, work),
  };
  for (const file of Object.keys(trialFiles) as TrialFile[])
    await putFile(out, trialFiles[file], texts[file]);
}

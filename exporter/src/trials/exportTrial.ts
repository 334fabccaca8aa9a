import { existsSync } from 'node:fs';
import { cp, readdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { inputHash, type TrialInput } from '@velvet-dusk/core/trial/input';
import type { TrialResult } from '@velvet-dusk/core/trial/run';
import { parseTrialSpec, writeTrialSpec } from '@velvet-dusk/core/trial/spec';
import { claimWork, dropWork, refuseTaken } from '../workPlace.ts';
import { addLine, journalLines, openLines } from '../lineJournal.ts';
import { changedSince, writeSums } from '../sums.ts';
import { finishTrial, trialFiles } from './finishTrial.ts';
import { cellsFolder, runTrial, type TrialOptions } from './runTrial.ts';

/** The finished run in a folder of work. */
const finishedFolder = 'out';

/** A run that cannot be put where it was asked for, or of shards that do not belong together. */
export class TrialError extends Error {
  override name = 'TrialError';
}

/** Runs a board and writes what comes of it into a folder. It goes on after a kill; what is under the name already is kept. */
export async function exportTrial(
  input: TrialInput,
  out: string,
  options: Omit<TrialOptions, 'shard'>,
): Promise<TrialResult> {
  const work = await claimWork(out, inputHash(input), cellsFolder);
  const result = (await runTrial(input, work, options))!;
  const finished = join(work, finishedFolder);
  await finishTrial(input, result, { work, out: finished });
  await refuseTaken(out);
  await rename(finished, out);
  await dropWork(work, [cellsFolder, finishedFolder]);
  return result;
}

/** Does the parts of one shard of a run in a folder; `mergeTrials` goes on from all of them. */
export async function exportTrialShard(
  input: TrialInput,
  out: string,
  options: TrialOptions & { shard: { index: number; count: number } },
): Promise<void> {
  const work = await claimWork(out, inputHash(input), cellsFolder);
  await runTrial(input, work, options);
  await writeFile(join(work, trialFiles.spec), JSON.stringify(writeTrialSpec(input)), { flush: true });
  await writeSums(work);
  await refuseTaken(out);
  await rename(work, out);
}

/** Is a folder the shard of a run? */
export const isTrialShard = (folder: string): boolean =>
  existsSync(join(folder, trialFiles.spec)) && existsSync(join(folder, cellsFolder));

/**
 * Makes a run of its shards; what none of them did is done now. Throws a TrialError where one is of another run.
 */
export async function mergeTrials(
  folders: readonly string[],
  out: string,
  options: Omit<TrialOptions, 'shard'>,
): Promise<TrialResult> {
  await refuseTaken(out);
  const path = join(folders[0], trialFiles.spec);
  const input = parseTrialSpec(parseJson(await readFile(path, 'utf8'), path), path);
  const hash = inputHash(input);
  const work = await claimWork(out, hash, cellsFolder);
  await openLines(work, hash, cellsFolder);
  for (const folder of folders) {
    const lines = await journalLines(folder, hash);
    if (!lines) throw new TrialError(`${folder} is no shard of the same run as ${folders[0]}`);
    const [changed] = await changedSince(folder);
    if (changed)
      throw new TrialError(`${join(folder, changed)} is not what the shard made. Make that shard again.`);
    for (const name of await readdir(join(folder, cellsFolder)))
      await cp(join(folder, cellsFolder, name), join(work, cellsFolder, name));
    for (const line of lines) await addLine(work, line);
  }
  return exportTrial(input, out, options);
}

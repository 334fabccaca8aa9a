import { copyFile, open, readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { TrialNote } from '@velvet-dusk/core/api/jobs';
import { contentHash } from '@velvet-dusk/core/look/hash';
import { tally } from '@velvet-dusk/core/trial/boardWords';
import { readLookKey } from '@velvet-dusk/core/trial/lookKey';
import { gateFailures, type TrialResult } from '@velvet-dusk/core/trial/run';
import { finishTrial, type TrialFile, trialFiles } from '@velvet-dusk/exporter/trials/finishTrial';
import { runTrial } from '@velvet-dusk/exporter/trials/runTrial';
import { defineJob, type MadeFile } from '../kind.ts';
import { timeLeft } from '../timeLeft.ts';
import { trialInput } from '../trialInput.ts';
import { trialPayloadSchema } from '../trialPayload.ts';
import { sha256Of } from '@velvet-dusk/exporter/sha256';

function noteOf({ looks, gate, cells, ...result }: TrialResult): TrialNote {
  const failures = gateFailures({ looks, gate, cells, ...result });
  return {
    kind: 'velvet-dusk/trial-summary',
    schemaVersion: 1,
    cells: cells.length,
    fails: tally(cells).fails,
    looks: looks.map(({ id, version, hash }) => ({
      id: readLookKey(id).id,
      version: version ?? 0,
      hash,
      passed: failures && !failures.some((f) => f.lookId === id),
    })),
    gate: gate && contentHash(gate.gate),
  };
}

const runShare = 0.95;

export const runTrialJob = defineJob({
  kind: 'trial',
  payload: trialPayloadSchema,
  deadline: 2 * 3_600_000,
  title: ({ trial }) => trial.name,
  subject: ({ trial, looks }) => ({
    trialName: trial.name,
    looks: looks.map(({ id, name, version }) => ({ id, name, version })),
  }),
  async run(payload, context): Promise<MadeFile[]> {
    const { workFolder, pool, signal, report } = context;
    const input = await trialInput(payload, context);
    const result = (await runTrial(input, workFolder, {
      threads: pool.packs,
      signal,
      onProgress: ({ done, total, secondsLeft }) =>
        report(`${done} of ${total} measured${timeLeft(secondsLeft)}`, (done / total) * runShare),
    }))!;
    report('Writing', runShare);
    const out = join(workFolder, 'out');
    await finishTrial(input, result, { work: workFolder, out });
    const note = noteOf(result);
    const made: MadeFile[] = [];
    for (const file of Object.keys(trialFiles) as TrialFile[]) {
      const part = context.newPart();
      await copyFile(join(out, trialFiles[file]), part);
      const handle = await open(part, 'r+');
      await handle.sync().finally(() => handle.close());
      const sha256 = sha256Of(await readFile(part));
      const document =
        file === 'result' ? note : { kind: 'velvet-dusk/trial-file' as const, schemaVersion: 1 as const };
      made.push({ part, sha256, name: trialFiles[file], size: (await stat(part)).size, document });
    }
    return made;
  },
});

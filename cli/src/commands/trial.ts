import { PackThreads, usualThreads } from '@velvet-dusk/exporter/threads';
import { failingCells } from '@velvet-dusk/exporter/trials/boardCsv';
import { exportTrial, exportTrialShard } from '@velvet-dusk/exporter/trials/exportTrial';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { boardSentences } from '@velvet-dusk/core/trial/boardWords';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { gateFailures, resultSources, type TrialResult } from '@velvet-dusk/core/trial/run';
import { parseTrialSpec } from '@velvet-dusk/core/trial/spec';
import { limitText } from '@velvet-dusk/core/trial/words';
import { readSpecText, worded } from '../files.ts';
import { Arguments } from '../options.ts';
import { maxThreads, readShard } from '../shardOption.ts';
import { type Command, printJson } from './command.ts';

/** Failing cells that are listed. */
const listed = 12;

/** The run was made, and its gate is not passed. */
class GateError extends Error {
  override name = 'GateError';
}

/** Says what a run came to. Throws a GateError where its gate is not passed. */
export function tellTrial(result: TrialResult, out: string, { isJson }: { isJson: boolean }): void {
  const failures = gateFailures(result);
  if (isJson) printJson({ ...result, gatePassed: failures && failures.length === 0 });
  else {
    const failing = failingCells(result);
    const more = failing.length > listed ? [`  and ${failing.length - listed} more`] : [];
    const lines = [
      ...boardSentences({ ...result, sources: resultSources(result) }),
      ...failing.slice(0, listed).map((line) => `  ${line}`),
      ...more,
      `written to ${out}`,
    ];
    process.stderr.write(`${lines.join('\n')}\n`);
  }
  if (!failures || failures.length === 0) return;
  const { plates, looks } = resultSources(result);
  const nameOf = (list: readonly { id: string; name: string }[], id: string) =>
    list.find((x) => x.id === id)?.name ?? id;
  const said = failures.map(
    ({ lookId, plateId, kind, at, wanted, fails }) =>
      `${nameOf(looks, lookId)} on ${nameOf(plates, plateId)}: ${kind} holds to ${limitText(kind, at)}, ${limitText(kind, wanted)} asked for (${fails.map(trialReadingLabel).join(', ')})`,
  );
  throw new GateError(`the gate is not passed:\n${said.map((line) => `  ${line}`).join('\n')}`);
}

export const trialCommand: Command = {
  name: 'trial',
  usage: '--spec FILE --out DIR [--jobs N] [--shard I/N] [--json]',
  summary:
    'Runs a board, writes its numbers and pictures, and ends with 1 where its gate is not passed; goes on after a kill',
  async run(args) {
    const options = new Arguments(args, ['spec', 'out', 'jobs', 'shard'], ['json']);
    const file = options.text('spec');
    const out = options.text('out').replace(/\/+$/, '');
    const shard = readShard(options.optional('shard'));
    const jobs = options.number('jobs', usualThreads(), 1, maxThreads);
    const isJson = options.flag('json');
    const input = parseTrialSpec(parseJson(await readSpecText(file), file), file);
    const threads = new PackThreads(Math.floor(jobs));
    const onProgress = ({ done, total }: { done: number; total: number }) =>
      !isJson && process.stderr.write(`${done}/${total}\n`);
    try {
      if (shard) {
        await exportTrialShard(input, out, { threads, onProgress, shard });
        if (isJson) printJson({ shard: `${shard.index}/${shard.count}` });
        return;
      }
      tellTrial(await exportTrial(input, out, { threads, onProgress }), out, { isJson });
    } catch (error) {
      throw error instanceof GateError ? error : worded(error, out);
    } finally {
      await threads.close();
    }
  },
};

import { PackThreads, usualThreads } from '@velvet-dusk/exporter/threads';
import { exportPack } from '@velvet-dusk/exporter/exportPack';
import { exportShard } from '@velvet-dusk/exporter/shard';
import { parseSpec } from '@velvet-dusk/core/pack/spec';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { UsageError } from '../errors.ts';
import { fileProblem, readText } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

/** Threads at most: more would only hold memory. */
const maxThreads = 256;

function readShard(text: string | undefined) {
  if (text === undefined) return undefined;
  const [index, count] = text.split('/').map(Number);
  const isShard = /^\d+\/\d+$/.test(text) && index >= 1 && index <= count && count <= 10_000;
  if (!isShard) throw new UsageError(`--shard: ${text} is no I/N, as 3/8`);
  return { index, count };
}

/** System errors are said in words; others as they are. What comes from a thread has its code in its text only. */
function worded(error: unknown, out: string): unknown {
  const { path, message } = error as NodeJS.ErrnoException;
  const code = /^(E[A-Z]+): /.exec(message)?.[1];
  return code ? fileProblem(path ?? out, 'written', { code, message }) : error;
}

export const packCommand: Command = {
  name: 'pack',
  usage: '--spec FILE --out DIR|FILE.zip [--jobs N] [--shard I/N] [--json]',
  summary:
    'Makes every file of a pack, proves it and writes guide, manifest and checksums; goes on where it was after a kill',
  async run(args) {
    const options = new Arguments(args, ['spec', 'out', 'jobs', 'shard'], ['json']);
    const file = options.text('spec');
    const out = options.text('out').replace(/\/+$/, '');
    const shard = readShard(options.optional('shard'));
    const jobs = options.number('jobs', usualThreads(), 1, maxThreads);
    const spec = parseSpec(parseJson(await readText(file), file), file);
    const threads = new PackThreads(Math.floor(jobs));
    const isJson = options.flag('json');
    const say = (line: string) => !isJson && process.stderr.write(`${line}\n`);
    const onProgress = ({ done, total, name }: { done: number; total: number; name: string }) =>
      say(`${done}/${total}${name && `  ${name}`}`);
    try {
      if (shard) {
        const made = await exportShard(spec, out, { threads, onProgress, shard });
        if (isJson) printJson({ shard: `${shard.index}/${shard.count}`, files: made.size });
        return;
      }
      const manifest = await exportPack(spec, out, { threads, onProgress });
      if (isJson) return printJson(manifest);
      const over = manifest.files.filter((f) => f.proof && !f.proof.holds);
      say(
        `${manifest.files.length} files in ${out}${over.length > 0 ? `, ${over.length} over tolerance` : ''}`,
      );
      for (const { path, findings } of over) say(`  ${path}: ${findings.join('; ')}`);
    } catch (error) {
      throw worded(error, out);
    } finally {
      await threads.close();
    }
  },
};

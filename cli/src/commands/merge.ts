import { mergeShards } from '@velvet-dusk/exporter/shard';
import { isTrialShard, mergeTrials } from '@velvet-dusk/exporter/trials/exportTrial';
import { PackThreads } from '@velvet-dusk/exporter/threads';
import { UsageError } from '../errors.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';
import { tellTrial } from './trial.ts';

/** The words that are no options, and the rest. */
function parted(args: string[]): { words: string[]; options: string[] } {
  const at = args.indexOf('--out');
  const options = at < 0 ? [] : args.slice(at, at + 2);
  const words = args.filter((_, i) => at < 0 || i < at || i > at + 1);
  return {
    words: words.filter((w) => !w.startsWith('--')),
    options: [...options, ...words.filter((w) => w.startsWith('--'))],
  };
}

export const mergeCommand: Command = {
  name: 'merge',
  usage: '--out DIR|FILE.zip SHARD…',
  summary: 'Makes a pack, or the run of a trial, of its shards, the same as one made at once',
  async run(args) {
    const { words, options } = parted(args);
    const out = new Arguments(options, ['out']).text('out').replace(/\/+$/, '');
    if (words.length === 0) throw new UsageError('the folders of the shards are needed');
    const threads = new PackThreads();
    try {
      if (isTrialShard(words[0]))
        return tellTrial(await mergeTrials(words, out, { threads }), out, { isJson: false });
      const { files } = await mergeShards(words, out, { threads });
      process.stderr.write(`${files.length} files in ${out}\n`);
    } finally {
      await threads.close();
    }
  },
};

import { PackThreads, usualThreads } from '@velvet-dusk/exporter/threads';
import { exportPack } from '@velvet-dusk/exporter/exportPack';
import { withFolder } from '@velvet-dusk/exporter/openOut';
import { readManifest } from '@velvet-dusk/exporter/verify';
import { exportShard } from '@velvet-dusk/exporter/shard';
import { purposeOf } from '@velvet-dusk/core/pack/purpose';
import { type PackSpec, parseSpec } from '@velvet-dusk/core/pack/spec';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { UsageError } from '../errors.ts';
import { readSpecText, worded } from '../files.ts';
import { Arguments } from '../options.ts';
import { maxThreads, readShard } from '../shardOption.ts';
import { type Command, printJson } from './command.ts';

/** A spec that goes out after the release in a folder. */
async function after(spec: PackSpec, folder: string): Promise<PackSpec> {
  const { release, files } = await readManifest(folder);
  if (!release) throw new UsageError(`--previous: ${folder} is a pack, but no release`);
  return {
    ...spec,
    previous: {
      number: release.number,
      files: files.map((file) => ({ path: file.path, sha256: file.sha256, purpose: purposeOf(file) })),
    },
  };
}

export const packCommand: Command = {
  name: 'pack',
  usage: '--spec FILE --out DIR|FILE.zip [--previous DIR|FILE.zip] [--jobs N] [--shard I/N] [--json]',
  summary:
    'Makes every file of a pack, proves it and writes guide, manifest and checksums; goes on where it was after a kill',
  async run(args) {
    const options = new Arguments(args, ['spec', 'out', 'previous', 'jobs', 'shard'], ['json']);
    const file = options.text('spec');
    const out = options.text('out').replace(/\/+$/, '');
    const shard = readShard(options.optional('shard'));
    const jobs = options.number('jobs', usualThreads(), 1, maxThreads);
    const told = parseSpec(parseJson(await readSpecText(file), file), file);
    const previous = options.optional('previous');
    const threads = new PackThreads(Math.floor(jobs));
    const isJson = options.flag('json');
    const say = (line: string) => !isJson && process.stderr.write(`${line}\n`);
    const onProgress = ({ done, total, name }: { done: number; total: number; name: string }) =>
      say(`${done}/${total}${name && `  ${name}`}`);
    const make = async (spec: PackSpec, before?: string) => {
      if (shard) {
        const made = await exportShard(spec, out, { threads, onProgress, shard, before });
        if (isJson) printJson({ shard: `${shard.index}/${shard.count}`, files: made.size });
        return;
      }
      const manifest = await exportPack(spec, out, { threads, onProgress, before });
      if (isJson) return printJson(manifest);
      const over = manifest.files.filter((f) => f.proof && !f.proof.holds);
      say(
        `${manifest.files.length} files in ${out}${over.length > 0 ? `, ${over.length} over tolerance` : ''}`,
      );
      for (const { path, findings } of over) say(`  ${path}: ${findings.join('; ')}`);
    };
    try {
      if (previous === undefined) await make(told);
      else await withFolder(previous, async (folder) => make(await after(told, folder), folder));
    } catch (error) {
      throw worded(error, out);
    } finally {
      await threads.close();
    }
  },
};

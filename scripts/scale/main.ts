/**
 * Runs the recipes of docs/scale.md for real: one pack whole, then in shards under GNU parallel, then in shards as an array job of
 * a Slurm with one node. Each has to come out the same to the byte.
 */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { nightCrewSpec } from '@velvet-dusk/demo/nightCrew';
import { writeSpec } from '@velvet-dusk/core/pack/spec';
import { setTimeout as wait } from 'node:timers/promises';
import { startSlurm } from './slurm.ts';

const shards = 4;
const program = fileURLToPath(new URL('../../.build/dusk.mjs', import.meta.url));
const needed = { parallel: 'parallel', sbatch: 'slurm-wlm', slurmctld: 'slurm-wlm', munged: 'munge' };

const isThere = (command: string) => {
  try {
    execFileSync('which', [command], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
};
const missing = Object.entries(needed).filter(([command]) => !isThere(command));
if (missing.length > 0) {
  const names = [...new Set(missing.map(([, name]) => name))].join(' ');
  process.stderr.write(`missing: run  apt-get install -y --no-install-recommends ${names}\n`);
  process.exit(2);
}

const folder = mkdtempSync(join(tmpdir(), 'scale-'));
const at = (...names: string[]) => join(folder, ...names);
const spec = at('crew.json');
writeFileSync(spec, JSON.stringify(writeSpec(nightCrewSpec())));
const dusk = (...args: string[]): void => {
  execFileSync(process.execPath, [program, ...args], { stdio: ['ignore', 'ignore', 'inherit'] });
};
const hashOf = (path: string) => createHash('sha256').update(readFileSync(path)).digest('hex');

const figures: { way: string; seconds: number; sha256: string }[] = [];
async function timed(way: string, zip: string, work: () => void | Promise<void>) {
  const began = performance.now();
  await work();
  figures.push({ way, seconds: (performance.now() - began) / 1000, sha256: hashOf(zip) });
  const { seconds } = figures.at(-1)!;
  process.stdout.write(`${way}: ${seconds.toFixed(1)} s\n`);
}
const merge = (from: string, to: string) =>
  dusk('merge', '--out', to, ...readdirSync(from).map((n) => join(from, n)));

try {
  await timed('whole', at('whole.zip'), () =>
    dusk('pack', '--spec', spec, '--out', at('whole.zip'), '--json'),
  );

  await timed(`GNU parallel, ${shards} shards, two at a time`, at('parallel.zip'), () => {
    const shard = `${process.execPath} ${program} pack --spec ${spec} --out ${at('parallel')}/{} --jobs 1 --json`;
    execFileSync('parallel', [
      '--jobs',
      '2',
      `${shard} --shard {}/${shards} > /dev/null`,
      ':::',
      ...numbers(),
    ]);
    merge(at('parallel'), at('parallel.zip'));
  });

  mkdirSync(at('slurm'));
  const slurm = await startSlurm(at('slurm'));
  try {
    await timed(`Slurm, array of ${shards}, two at a time`, at('slurm.zip'), async () => {
      const script = at('shard.sh');
      writeFileSync(
        script,
        `#!/bin/sh\n#SBATCH --cpus-per-task=1\n#SBATCH --output=${at('slurm')}/%a.log\n` +
          `${process.execPath} ${program} pack --spec ${spec} --out ${at('array')}/$SLURM_ARRAY_TASK_ID --jobs 1 --json --shard $SLURM_ARRAY_TASK_ID/$SLURM_ARRAY_TASK_COUNT > /dev/null\n`,
      );
      const job = slurm.run('sbatch', '--parsable', `--array=1-${shards}`, script).trim();
      const after = `--wrap=${process.execPath} ${program} merge --out ${at('slurm.zip')} ${at('array')}/*`;
      const log = `--output=${at('slurm')}/merge.log`;
      slurm.run('sbatch', `--dependency=afterok:${job}`, log, after);
      while (slurm.run('squeue', '--noheader').trim() !== '') await wait(250);
    });
  } finally {
    await slurm.stop();
  }
  if (new Set(figures.map((f) => f.sha256)).size !== 1) throw new Error('the three packs are not the same');
  process.stdout.write(`The three are the same to the byte: ${figures[0].sha256}\n`);
  if (process.argv.includes('--json')) process.stdout.write(`${JSON.stringify(figures)}\n`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}

function numbers(): string[] {
  return Array.from({ length: shards }, (_, i) => String(i + 1));
}

import { findFaults, faultKind } from '@velvet-dusk/core/inspect/faults/index';
import { inspectLut } from '@velvet-dusk/core/lut/inspect';
import { sha256Hex } from '@velvet-dusk/core/look/hash';
import { UsageError } from '../errors.ts';
import { readBytes } from '../files.ts';
import { lutFilesAt, readLutBytes } from '../lutFiles.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

/** What is said of one file: what is in it, and what is wrong with it. */
async function report(file: string) {
  const bytes = await readBytes(file);
  const lut = readLutBytes(bytes, file);
  const faults = findFaults(lut).map(({ id, at, size }) => ({ id, label: faultKind(id).label, at, size }));
  return { file, bytes: bytes.length, sha256: sha256Hex(bytes), ...inspectLut(lut), faults };
}

/** Files below a folder; one that cannot be read is told among the others. */
async function reports(files: readonly string[]) {
  const all = [];
  for (const file of files)
    all.push(await report(file).catch((error: unknown) => ({ file, error: (error as Error).message })));
  return all;
}

const line = (found: Awaited<ReturnType<typeof reports>>[number]): string =>
  'error' in found
    ? `${found.file}: ${found.error}`
    : `${found.file}: ${found.type} of ${found.size}, ${found.faults.length === 0 ? 'nothing is wrong with it' : found.faults.map((f) => f.label.toLowerCase()).join(', ')}`;

export const inspectCommand: Command = {
  name: 'inspect',
  usage: '--lut FILE|DIR [--json]',
  summary: 'reads a LUT, or all of a folder, and says what is in it and what is wrong with it, and where',
  async run(args) {
    const options = new Arguments(args, ['cube', 'lut'], ['json']);
    const path = options.optional('lut') ?? options.text('cube');
    if (options.optional('lut') !== undefined && options.optional('cube') !== undefined)
      throw new UsageError('--lut or --cube, not both');
    const files = options.optional('lut') === undefined ? [path] : await lutFilesAt(path);
    const isOne = files.length === 1 && files[0] === path;
    const answer = isOne ? await report(path) : await reports(files);
    if (options.flag('json')) return printJson(answer);
    if (Array.isArray(answer)) {
      process.stdout.write(`${answer.map(line).join('\n')}\n`);
      return;
    }
    for (const [key, value] of Object.entries(answer))
      process.stdout.write(`${key}: ${typeof value === 'object' ? JSON.stringify(value) : value}\n`);
  },
};

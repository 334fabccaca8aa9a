import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { standardProfiles } from '@velvet-dusk/core/camera/standard/index';
import { readLutBytes } from '@velvet-dusk/core/formats/lutFormats/index';
import { groupLuts } from '@velvet-dusk/core/inspect/collection';
import { faultWords } from '@velvet-dusk/core/inspect/faults/words';
import { decodeName, nameDoubts } from '@velvet-dusk/core/inspect/names/fileName';
import { startingLooks } from '@velvet-dusk/core/inspect/identify/knownLooks';
import { camerasBeside } from '@velvet-dusk/core/inspect/identify/neighbours';
import { reportLut } from '@velvet-dusk/core/inspect/report/report';
import { sha256Hex } from '@velvet-dusk/core/look/hash';
import { UsageError } from '../errors.ts';
import { profileFolder, readBytes, readProfile } from '../files.ts';
import { lutFilesAt } from '../lutFiles.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

/** Everything that is said of one file: its name, what is in it, what it is, what it does, what is wrong with it. */
async function report(file: string, profiles: readonly Profile[], beside: string | null = null) {
  const bytes = await readBytes(file);
  const full = reportLut(readLutBytes(bytes, file), profiles, startingLooks(), { path: file, beside });
  const { file: header, identity, faults, signature, valuesKey, look, ...rest } = full;
  const name = decodeName(file, { profiles, looks: startingLooks() });
  const [top] = identity.readings;
  const doubts = nameDoubts(name, {
    size: header.size,
    role: top?.role ?? null,
    profile: top?.inputProfile ?? null,
    share: top?.share ?? 0,
  });
  return {
    file,
    bytes: bytes.length,
    sha256: sha256Hex(bytes),
    ...header,
    ...rest,
    identity,
    name: { tokens: name.tokens, doubts },
    faults: faults.map(({ id, at, size }) => ({ id, label: faultWords(id).label, at, size })),
    compared: { signature, valuesKey, look },
  };
}
type Told = Awaited<ReturnType<typeof report>>;

/** What is said of a file, without what only serves to compare it. */
const shown = ({ compared: _, ...rest }: Told) => rest;

/** Files below a folder, with those each is the same as or belongs to; one that cannot be read is told among the others. */
async function reports(files: readonly string[], profiles: readonly Profile[]) {
  const all: (Told | { file: string; error: string })[] = [];
  const read = (file: string, beside: string | null) =>
    report(file, profiles, beside).catch((error: unknown) => ({ file, error: (error as Error).message }));
  for (const file of files) all.push(await read(file, null));
  // What is not told surely by itself is read again with what the files beside it are for.
  const beside = camerasBeside(
    all.map((r) => ({ path: r.file, readings: 'error' in r ? null : r.identity.readings })),
  );
  for (const [i, camera] of beside.entries()) if (camera) all[i] = await read(files[i], camera);
  const told = all.filter((r): r is Told => !('error' in r));
  const groups = groupLuts(
    told.map((r) => ({
      ...r.compared,
      sha256: r.sha256,
      domain: JSON.stringify([r.domainMin, r.domainMax]),
    })),
  );
  const others = (lists: readonly number[][], file: Told) => {
    const group = lists.find((list) => list.some((i) => told[i] === file)) ?? [];
    return group.map((i) => told[i].file).filter((f) => f !== file.file);
  };
  return all.map((r) =>
    'error' in r
      ? r
      : {
          ...shown(r),
          sameAs: others(groups.duplicates, r),
          nearly: others(groups.near, r),
          family: others(groups.families, r),
        },
  );
}

const line = (found: Awaited<ReturnType<typeof reports>>[number]): string =>
  'error' in found
    ? `${found.file}: ${found.error}`
    : `${found.file}: ${found.headline}${found.sameAs.length > 0 ? ` The same as ${found.sameAs.join(', ')}.` : ''}`;

/** The profiles a LUT may be made for: published encodings, and those of a folder. */
async function profilesOf(folder: string): Promise<Profile[]> {
  const names = (await readdir(folder).catch(() => [])).filter((n) => n.endsWith('.json')).sort();
  const own = await Promise.all(names.map((n) => readProfile(join(folder, n))));
  return [...standardProfiles, ...own.filter((p) => standardProfiles.every((s) => s.id !== p.id))];
}

export const inspectCommand: Command = {
  name: 'inspect',
  usage: '--lut FILE|DIR [--profiles DIR] [--json]',
  summary:
    'reads a LUT, or all of a folder, and says what it is, what it does, where it goes, and what is wrong with it, and where',
  async run(args) {
    const options = new Arguments(args, ['cube', 'lut', 'profiles'], ['json']);
    const path = options.optional('lut') ?? options.text('cube');
    if (options.optional('lut') !== undefined && options.optional('cube') !== undefined)
      throw new UsageError('--lut or --cube, not both');
    const files = options.optional('lut') === undefined ? [path] : await lutFilesAt(path);
    const profiles = await profilesOf(options.optional('profiles') ?? profileFolder);
    const isOne = files.length === 1 && files[0] === path;
    if (!isOne) {
      const answer = await reports(files, profiles);
      if (options.flag('json')) return printJson(answer);
      process.stdout.write(`${answer.map(line).join('\n')}\n`);
      return;
    }
    const answer = shown(await report(path, profiles));
    if (options.flag('json')) return printJson(answer);
    process.stdout.write(`${answer.headline}\n${answer.identity.where}\n`);
    if (answer.identity.remaining) process.stdout.write(`${answer.identity.remaining}\n`);
    for (const sentence of [...answer.identity.reasons, ...answer.name.doubts])
      process.stdout.write(`  ${sentence}\n`);
    for (const fault of answer.faults)
      process.stdout.write(
        `${fault.label}${fault.at ? ` at ${fault.at.map((v) => v.toFixed(2)).join(' ')}` : ''}: ${faultWords(fault.id).meaning} ${faultWords(fault.id).remedy}\n`,
      );
    for (const [key, value] of Object.entries(answer))
      if (typeof value !== 'object') process.stdout.write(`${key}: ${value}\n`);
      else if (['stages', 'domainMin', 'domainMax', 'min', 'max', 'black', 'white'].includes(key))
        process.stdout.write(`${key}: ${JSON.stringify(value)}\n`);
  },
};

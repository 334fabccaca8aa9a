import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { placeIn } from './placeIn.ts';
import { type DeviceId, devices } from '@velvet-dusk/core/device/devices';
import { contentHash } from '@velvet-dusk/core/look/hash';
import { findBefore } from '@velvet-dusk/core/pack/changes';
import { plannedPurpose } from '@velvet-dusk/core/pack/manifest';
import type { Plan, PlannedFile } from '@velvet-dusk/core/pack/plannedFile';
import { type PackSpec, writeSpec } from '@velvet-dusk/core/pack/spec';
import { noReasons } from '@velvet-dusk/core/pack/standing';
import { eachOf } from './eachOf.ts';
import { filesIn, Journal, type MadeFile } from './journal.ts';
import { proofFrames } from './proofFrames.ts';
import type { Planned } from './planning.ts';
import type { PackThreads } from './threads.ts';

/** A pack that cannot be exported as it is planned. */
export class PackError extends Error {
  override name = 'PackError';
}

export interface PackProgress {
  done: number;
  total: number;
  /** Of the file that was finished last; empty before the first. */
  name: string;
  /** About as many seconds are left; null while nothing is known. */
  secondsLeft: number | null;
}

export interface MakeOptions {
  threads: PackThreads;
  signal?: AbortSignal | undefined;
  onProgress?: ((progress: PackProgress) => void) | undefined;
  /** Only every n-th LUT, from the i-th, 1 to n. */
  shard?: { index: number; count: number } | undefined;
  /** Folder of the release before, opened out: what changed is measured against it. */
  before?: string | undefined;
}

const isDevice = (id: string): id is DeviceId => Object.hasOwn(devices, id);

/** Finds where what stood in a file's place lies in the release before, opened out. */
function placesBefore({ previous }: PackSpec, folder: string | undefined) {
  const find = findBefore(previous?.files ?? []);
  return (file: PlannedFile): string | undefined => {
    const was = folder === undefined ? undefined : find({ path: file.path, purpose: plannedPurpose(file) });
    const place = was && placeIn(folder!, was.path);
    return place && existsSync(place) ? place : undefined;
  };
}

/** Hash of everything a pack's LUT files are made of: a reason that is given later changes none of them. */
export const specHash = (spec: PackSpec): string => {
  const { release } = spec;
  return contentHash(writeSpec({ ...spec, release: release && { ...release, reasons: noReasons } }));
};

/** Plans a spec. Throws a PackError that lists what keeps it from being exported. */
export async function planOrRefuse(
  { pack, looks, profiles }: PackSpec,
  { threads, signal }: Pick<MakeOptions, 'threads' | 'signal'>,
): Promise<Planned> {
  const planned = await threads.planFiles({ pack, looks, profiles }, signal);
  const { problems } = planned;
  if (problems.length > 0) {
    const more = problems.length > 8 ? ` and ${problems.length - 8} more` : '';
    throw new PackError(`the pack cannot be exported: ${problems.slice(0, 8).join('; ')}${more}`);
  }
  return planned;
}

/** Files by the LUT that is in them, in the order of the plan. */
export function lutsOf({ files }: Plan): [string, PlannedFile[]][] {
  const byKey = new Map<string, PlannedFile[]>();
  for (const file of files) byKey.set(file.planned.key, [...(byKey.get(file.planned.key) ?? []), file]);
  return [...byKey];
}

/**
 * Makes the LUT files of a pack in a folder of work, as many at a time as there are threads, and writes each down when it is whole:
 * taken up again after a kill it goes on where it was. @returns what is known of each file, by its path.
 */
export async function makeFiles(
  spec: PackSpec,
  plan: Plan,
  work: string,
  { threads, signal, onProgress, shard, before }: MakeOptions,
): Promise<Map<string, MadeFile>> {
  const journal = await Journal.open(work, specHash(spec));
  const folder = filesIn(work);
  const frames = proofFrames(spec);
  const mine = lutsOf(plan).filter((_, i) => !shard || i % shard.count === shard.index - 1);
  const placeBefore = placesBefore(spec, before);
  const total = mine.reduce((sum, [, files]) => sum + files.length, 0);
  const waiting = mine.filter(([key]) => !journal.made.has(key));
  const known = total - waiting.reduce((sum, [, files]) => sum + files.length, 0);
  const began = Date.now();
  let done = known;
  onProgress?.({ done, total, name: '', secondsLeft: null });
  await eachOf(
    waiting,
    threads.width,
    async ([key, files]) => {
      const task = {
        planned: files[0].planned,
        luts: spec.luts,
        frames,
        files: files.map((file) => ({
          path: join(folder, file.path),
          name: file.name,
          format: file.format,
          interpolation: file.destination.interpolation,
          device: isDevice(file.destination.id) ? file.destination.id : undefined,
          before: placeBefore(file),
        })),
      };
      const results = await threads.makeLut(task, signal);
      await journal.add(
        key,
        results.map((result, i) => ({ ...result, path: files[i].path })),
      );
      done += files.length;
      const secondsLeft = ((Date.now() - began) / 1000 / (done - known)) * (total - done);
      onProgress?.({ done, total, name: files[0].name, secondsLeft });
    },
    signal,
  );
  return new Map(mine.flatMap(([key]) => journal.made.get(key)!.map((file) => [file.path, file] as const)));
}

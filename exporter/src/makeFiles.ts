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
import { filesFolder, filesIn, type MadeFile, readMade } from './journal.ts';
import { proofFrames } from './proofFrames.ts';
import type { Planned } from './planning.ts';
import { type WorkOptions, workOff } from './resumable.ts';
import type { PackThreads } from './threads.ts';

/** A pack that cannot be exported as it is planned. */
export class PackError extends Error {
  override name = 'PackError';
}

export interface MakeOptions extends WorkOptions {
  threads: PackThreads;
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
  const planned = await threads.run('planFiles', { pack, looks, profiles }, { signal });
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
  { threads, before, ...options }: MakeOptions,
): Promise<Map<string, MadeFile>> {
  const folder = filesIn(work);
  const frames = proofFrames(spec);
  const placeBefore = placesBefore(spec, before);
  const made = await workOff(
    {
      folder: work,
      hash: specHash(spec),
      inside: filesFolder,
      width: threads.width,
      parts: lutsOf(plan).map(([key, files]) => ({ key, files, name: files[0].name, weight: files.length })),
      read: (line) => readMade(folder, line),
      async run({ files }) {
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
        const results = await threads.run('makeLut', task, { signal: options.signal });
        const result = results.map((r, i): MadeFile => ({ ...r, path: files[i].path }));
        return { line: { files: result }, result };
      },
    },
    options,
  );
  // In the order of the plan, whatever was done first.
  return new Map(
    lutsOf(plan).flatMap(([key]) => (made.get(key) ?? []).map((file) => [file.path, file] as const)),
  );
}

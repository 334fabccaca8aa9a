import { setMaxListeners } from 'node:events';
import { rename } from 'node:fs/promises';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { type Heading, headings, type Standing, unexcused } from '@velvet-dusk/core/pack/standing';
import { fileSlug } from '@velvet-dusk/core/slug';
import { finishPack } from './finish.ts';
import { filesFolder, filesIn } from './journal.ts';
import { makeFiles, type MakeOptions, PackError, planOrRefuse, specHash } from './makeFiles.ts';
import type { Planned } from './planning.ts';
import { claimWork, dropWork, refuseTaken, workFolder } from './workPlace.ts';
import { writeZip } from './zip.ts';

/** The folder a zip's files stand in. */
export const topFolder = ({ pack, release }: PackSpec): string =>
  `${fileSlug(pack.name, 'pack')}${release ? `_release-${release.number}` : ''}`;

/** A release that something stands against without a reason. Everything of it is made and kept. */
export class ReleaseHeld extends PackError {
  override name = 'ReleaseHeld';
  constructor(
    readonly standing: Standing,
    open: readonly Heading[],
  ) {
    const said = open.map((id) => {
      const { label, about } = headings[id];
      const [first] = standing[id];
      return `${label}: ${standing[id].length} ${about}, first ${first}`;
    });
    super(
      `the release is held. ${said.join('. ')}. Give a reason for each heading (release.reasons.${open.join(', release.reasons.')} in the spec), or change them.`,
    );
  }
}

/** Refuses a release while a heading under which something stands has no reason. */
export function refuseHeld({ release }: Manifest): void {
  if (!release) return;
  const open = unexcused(release.standing, release.reasons);
  if (open.length > 0) throw new ReleaseHeld(release.standing, open);
}

/** Makes all of a pack, as it is planned, in a folder of work, which may hold a part of it from before. */
export async function makePack(
  spec: PackSpec,
  planned: Planned,
  work: string,
  options: MakeOptions,
): Promise<Manifest> {
  // Every LUT listens for a stop.
  if (options.signal) setMaxListeners(0, options.signal);
  const made = await makeFiles(spec, planned.plan, work, options);
  const manifest = await finishPack(spec, planned, made, filesIn(work), options);
  refuseHeld(manifest);
  return manifest;
}

const isZip = (out: string) => out.toLowerCase().endsWith('.zip');

/** Puts a finished pack under its name: its folder, or a zip of it. */
export async function putInPlace(spec: PackSpec, out: string, signal?: AbortSignal): Promise<void> {
  const work = workFolder(out);
  // Somebody may have put something there meanwhile.
  await refuseTaken(out);
  if (isZip(out)) await writeZip(filesIn(work), topFolder(spec), out, signal);
  else await rename(filesIn(work), out);
  await dropWork(work, [filesFolder]);
}

/**
 * Exports a pack to a folder, or to a zip where the name ends so. It is made beside the place, under a name that says it is
 * not finished, and goes on there after a kill. Throws a TakenName where something is under either name already.
 */
export async function exportPack(spec: PackSpec, out: string, options: MakeOptions): Promise<Manifest> {
  const planned = await planOrRefuse(spec, options);
  const work = await claimWork(out, specHash(spec), filesFolder);
  const manifest = await makePack(spec, planned, work, options);
  await putInPlace(spec, out, options.signal);
  return manifest;
}

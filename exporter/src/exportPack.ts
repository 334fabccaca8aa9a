import { setMaxListeners } from 'node:events';
import { rename } from 'node:fs/promises';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { fileSlug } from '@velvet-dusk/core/slug';
import { finishPack } from './finish.ts';
import { filesFolder, filesIn } from './journal.ts';
import { makeFiles, type MakeOptions, PackError, planOrRefuse, specHash } from './makeFiles.ts';
import { claimWork, dropWork, refuseTaken, workFolder } from './workPlace.ts';
import { writeZip } from './zip.ts';

/** The folder a zip's files stand in. */
export const topFolder = ({ pack, release }: PackSpec): string =>
  `${fileSlug(pack.name, 'pack')}${release ? `_release-${release.number}` : ''}`;

/** Files of a release that do not hold, where nobody has said why they go out all the same. */
export function refuseUnheld({ release, files }: Manifest): void {
  const over = files.filter((f) => f.proof && !f.proof.holds);
  if (!release || over.length === 0 || release.reason !== '') return;
  throw new PackError(
    `the release is held: ${over.length} of ${files.length} files are over their tolerance, first ${over[0].path} (${over[0].findings.join('; ')}). Give a reason, or change them.`,
  );
}

/** Makes all of a pack in a folder of work, which may hold a part of it from before. */
export async function makePack(spec: PackSpec, work: string, options: MakeOptions): Promise<Manifest> {
  const plan = planOrRefuse(spec);
  // Every LUT listens for a stop.
  if (options.signal) setMaxListeners(0, options.signal);
  const made = await makeFiles(spec, plan, work, options);
  const manifest = await finishPack(spec, plan, made, filesIn(work), options);
  refuseUnheld(manifest);
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
  planOrRefuse(spec);
  const manifest = await makePack(spec, await claimWork(out, specHash(spec), filesFolder), options);
  await putInPlace(spec, out, options.signal);
  return manifest;
}

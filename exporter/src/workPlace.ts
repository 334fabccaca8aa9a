import { lstat, mkdir, rm, rmdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { isJournal, journalLines, journalName, makeFolder } from './lineJournal.ts';

/** A name that cannot be written to, with what stands under it and what to do. */
export class TakenName extends Error {
  override name = 'TakenName';
}

const isThere = (path: string) =>
  lstat(path).then(
    (facts) => facts,
    (error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return null;
      throw error;
    },
  );

/** Throws a TakenName where anything stands under a name, a link to nothing too. */
export async function refuseTaken(out: string): Promise<void> {
  const facts = await isThere(out);
  if (!facts) return;
  throw new TakenName(
    facts.isSymbolicLink() ? `${out} is a link. Name a place of its own.` : `${out} is there already`,
  );
}

/** Where something is made before it stands under its name. */
export const workFolder = (out: string): string => `${out}.unfinished`;

/**
 * Makes the folder of work for a name, or takes up the unfinished work of the same spec that is in it; that of another spec is
 * begun anew. Throws a TakenName where the name is taken, or where anything else stands in the folder's place: nothing of that
 * is touched.
 * @param spec hash of all the work is made of. @param inside the folder for files beside the journal.
 */
export async function claimWork(out: string, spec: string, inside: string): Promise<string> {
  await refuseTaken(out);
  const work = workFolder(out);
  const facts = await isThere(work);
  if (facts?.isDirectory()) {
    if (await journalLines(work, spec)) return work;
    // Of an earlier spec, or killed before its first line: what the program made there goes, and nothing else.
    if (await isJournal(work)) await dropWork(work, [inside]);
    await rmdir(join(work, inside)).catch(() => {});
    await rmdir(work).catch(() => {});
  }
  if (await isThere(work))
    throw new TakenName(
      `${work} is there already, and holds other things than unfinished work. Delete or rename it, then try again.`,
    );
  await makeFolder(dirname(work));
  await mkdir(work);
  return work;
}

/** Removes what a run made in its folder of work, and the folder where nothing else is in it. */
export async function dropWork(work: string, made: readonly string[]): Promise<void> {
  for (const name of [...made, journalName]) await rm(join(work, name), { recursive: true, force: true });
  await rmdir(work).catch(() => {});
}

import { existsSync, readdirSync, statSync } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { standardProfiles } from '@velvet-dusk/core/camera/standard/index';
import { type Look, parseLook } from '@velvet-dusk/core/look/document';
import type { Lut } from '@velvet-dusk/core/lut/lut';
import { parseLut } from '@velvet-dusk/core/formats/lutFormats/index';
import { sha256Hex } from '@velvet-dusk/core/look/hash';
import { lutsOf } from '@velvet-dusk/core/look/steps/placedLut';
import type { LutMap } from '@velvet-dusk/core/look/steps/step';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { destinationOf } from '@velvet-dusk/core/look/migrations';
import { type Display, standardDisplay } from '@velvet-dusk/core/render/display';
import { UsageError } from './errors.ts';

/** Where profiles named by ID are found, besides those of the standards. */
export const profileFolder = fileURLToPath(new URL('../../demo/profiles/', import.meta.url));

/** What a system says about a file, in words. */
const systemWords: Record<string, string> = {
  ENOENT: 'there is no such file',
  EACCES: 'its rights do not allow it',
  EPERM: 'its rights do not allow it',
  EISDIR: 'it is a folder',
  ENOTDIR: 'a part of its path is no folder',
  ENOSPC: 'the disk is full',
  EFBIG: 'the file is larger than is allowed',
  EROFS: 'the disk can only be read',
  EMFILE: 'too many files are open',
  ENAMETOOLONG: 'its name is too long',
};

export function fileProblem(path: string, what: 'read' | 'written', error: unknown): Error {
  const { code = '', message } = error as NodeJS.ErrnoException;
  return new Error(`${path}: cannot be ${what}: ${systemWords[code] ?? message}`);
}

export async function readBytes(path: string): Promise<Uint8Array> {
  try {
    return await readFile(path);
  } catch (error) {
    throw fileProblem(path, 'read', error);
  }
}

function namesIn(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch (error) {
    throw fileProblem(folder, 'read', error);
  }
}

/** Bytes a spec may have. */
const largestSpec = 256_000_000;

/** The text of a spec. One that is far larger than any is refused before it is read. */
export async function readSpecText(path: string): Promise<string> {
  const size = (await stat(path).catch(() => null))?.size ?? 0;
  if (size > largestSpec)
    throw new UsageError(
      `${path} has ${Math.round(size / 1e6)} MB; a spec has ${largestSpec / 1e6} MB at most. Divide the pack.`,
    );
  return readText(path);
}

export async function readText(path: string): Promise<string> {
  return new TextDecoder().decode(await readBytes(path));
}

/** The display a look was made for, of a document from when looks were; the standard for later ones. */
export async function readDestination(path: string): Promise<Display> {
  return destinationOf(parseJson(await readText(path), path)) ?? standardDisplay;
}

export async function readLook(path: string): Promise<Look> {
  return parseLook(parseJson(await readText(path), path), path);
}

/**
 * The files of a look's placed LUTs, found by checksum in a folder: `luts` beside the look unless another is named.
 * One that is not there is left to the compiler, which says it by name.
 */
export async function readLuts(look: Look, lookFile: string, folder?: string): Promise<LutMap> {
  const found = new Map<string, Lut>();
  const wanted = new Set(lutsOf(look.steps).map((l) => l.sha256));
  const place = folder ?? join(dirname(lookFile), 'luts');
  if (wanted.size === 0 || (!folder && !existsSync(place))) return found;
  for (const name of namesIn(place)) {
    // Folders and other files may lie there too.
    if (!statSync(join(place, name)).isFile()) continue;
    const bytes = await readBytes(join(place, name));
    const sha256 = sha256Hex(bytes);
    if (wanted.has(sha256)) found.set(sha256, parseLut(new TextDecoder().decode(bytes), name));
  }
  return found;
}

/** A profile by file name or by ID: of a standard, or the name of a file in the profile folder. */
export async function readProfile(nameOrPath: string): Promise<Profile> {
  const isPath = nameOrPath.endsWith('.json') || nameOrPath.includes('/');
  const standard = isPath ? undefined : standardProfiles.find((p) => p.id === nameOrPath);
  if (standard) return standard;
  const path = isPath ? nameOrPath : join(profileFolder, `${nameOrPath}.json`);
  if (!isPath && !existsSync(path)) {
    const inFolder = readdirSync(profileFolder).map((f) => basename(f, '.json'));
    const known = [...standardProfiles.map((p) => p.id), ...inFolder];
    throw new UsageError(`--profile: no profile "${nameOrPath}"; known are ${known.sort().join(', ')}`);
  }
  return parseProfile(parseJson(await readText(path), path), path);
}

/** System errors are said in words; others as they are. What comes from a thread has its code in its text only. */
export function worded(error: unknown, out: string): unknown {
  const { path, message } = error as NodeJS.ErrnoException;
  const code = /^(E[A-Z]+): /.exec(message)?.[1];
  return code ? fileProblem(path ?? out, 'written', { code, message }) : error;
}

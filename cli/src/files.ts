import { existsSync, readdirSync } from 'node:fs';
import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { type Look, parseLook } from '@velvet-dusk/core/look/document';
import type { Cube } from '@velvet-dusk/core/cube/cube';
import { parseLut } from '@velvet-dusk/core/formats/lut';
import { sha256Hex } from '@velvet-dusk/core/look/hash';
import { lutsOf } from '@velvet-dusk/core/look/steps/placedLut';
import type { LutShelf } from '@velvet-dusk/core/look/steps/step';
import { parseJson } from '@velvet-dusk/core/document';
import { UsageError } from './errors.ts';

/** Where profiles named by ID are found. */
export const profileFolder = fileURLToPath(new URL('../../demo/profiles/', import.meta.url));

export async function readBytes(path: string): Promise<Uint8Array> {
  try {
    return await readFile(path);
  } catch (error) {
    throw new Error(`${path}: cannot be read (${(error as NodeJS.ErrnoException).code ?? error})`);
  }
}

export async function readText(path: string): Promise<string> {
  return new TextDecoder().decode(await readBytes(path));
}

/** Writes beside the target and renames, so that no half file is ever found under the name. */
export async function writeWhole(path: string, data: Uint8Array | string): Promise<void> {
  const temporary = `${path}.part-${process.pid}`;
  try {
    await writeFile(temporary, data);
    await rename(temporary, path);
  } catch (error) {
    await rm(temporary, { force: true });
    throw new Error(`${path}: cannot be written (${(error as NodeJS.ErrnoException).code ?? error})`);
  }
}

export async function readLook(path: string): Promise<Look> {
  return parseLook(parseJson(await readText(path), path), path);
}

/**
 * The files of a look's placed LUTs, found by checksum in a folder: `luts` beside the look unless another is named.
 * One that is not there is left to the compiler, which says it by name.
 */
export async function readLuts(look: Look, lookFile: string, folder?: string): Promise<LutShelf> {
  const shelf = new Map<string, Cube>();
  const wanted = new Set(lutsOf(look.steps).map((l) => l.sha256));
  const place = folder ?? join(dirname(lookFile), 'luts');
  if (wanted.size === 0 || (!folder && !existsSync(place))) return shelf;
  for (const name of readdirSync(place)) {
    const bytes = await readBytes(join(place, name));
    const sha256 = sha256Hex(bytes);
    if (wanted.has(sha256)) shelf.set(sha256, parseLut(new TextDecoder().decode(bytes), name));
  }
  return shelf;
}

/** A profile by file name or by ID; an ID is the name of a file in the profile folder. */
export async function readProfile(nameOrPath: string): Promise<Profile> {
  const isPath = nameOrPath.endsWith('.json') || nameOrPath.includes('/');
  const path = isPath ? nameOrPath : join(profileFolder, `${nameOrPath}.json`);
  if (!isPath && !existsSync(path)) {
    const known = readdirSync(profileFolder).map((f) => basename(f, '.json'));
    throw new UsageError(`--profile: no profile "${nameOrPath}"; known are ${known.sort().join(', ')}`);
  }
  return parseProfile(parseJson(await readText(path), path), path);
}

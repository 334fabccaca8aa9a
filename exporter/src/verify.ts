import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Manifest, parseManifest } from '@velvet-dusk/core/pack/manifest';
import { type PackedId, packedFormats } from '@velvet-dusk/core/formats/lutFormats/index';
import { parseCdl } from '@velvet-dusk/core/formats/cdl/parse';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { checksumsName, filesBelow, manifestName } from './finish.ts';
import { withFolder } from './openOut.ts';
import { sha256Of } from './sha256.ts';

/** What was found wrong with a pack; empty where all of it is as its manifest says. */
export interface Verified {
  pack: string;
  release: number | null;
  files: number;
  bytes: number;
  problems: string[];
}

/** The manifest of a pack's folder. Throws for one that is none. */
export async function readManifest(folder: string): Promise<Manifest> {
  const path = join(folder, manifestName);
  return parseManifest(parseJson(await readFile(path, 'utf8'), path), path);
}

/** The checksums of a pack, by path. Throws for a line that is none. */
function parseChecksums(text: string): Map<string, string> {
  return new Map(
    text
      .split('\n')
      .filter((l) => l !== '')
      .map((line, i) => {
        const found = /^([0-9a-f]{64}) [ *](.+)$/.exec(line);
        if (!found) throw new Error(`${checksumsName}: line ${i + 1} is no checksum`);
        return [found[2], found[1]] as const;
      }),
  );
}

function checkReads(bytes: Uint8Array, { path, format, grid }: Manifest['files'][number]): string[] {
  try {
    if (format === 'cdl') parseCdl(bytes.toString(), path);
    else {
      if (!Object.hasOwn(packedFormats, format)) return [`${path}: its format "${format}" is not known`];
      const { size } = packedFormats[format as PackedId].read(bytes, path);
      if (size !== grid) return [`${path}: a grid of ${size}, the manifest says ${grid}`];
    }
    return [];
  } catch (error) {
    return [(error as Error).message];
  }
}

async function verifyFolder(folder: string): Promise<Verified> {
  const manifest = await readManifest(folder);
  const listed = parseChecksums(await readFile(join(folder, checksumsName), 'utf8'));
  const there = await filesBelow(folder);
  const problems: string[] = [];
  let total = 0;
  for (const path of there.filter((p) => p !== checksumsName)) {
    const bytes = await readFile(join(folder, path));
    total += bytes.length;
    const hash = sha256Of(bytes);
    const said = listed.get(path);
    if (said === undefined) problems.push(`${path}: it is in no list of checksums`);
    else if (said !== hash) problems.push(`${path}: its checksum is not the one listed`);
    const file = manifest.files.find((f) => f.path === path);
    if (!file) continue;
    if (file.sha256 !== hash) problems.push(`${path}: its checksum is not the one in the manifest`);
    problems.push(...checkReads(bytes, file));
  }
  const present = new Set(there);
  for (const path of new Set([...listed.keys(), ...manifest.files.map((f) => f.path)]))
    if (!present.has(path)) problems.push(`${path}: it is missing`);
  return {
    pack: manifest.pack,
    release: manifest.release?.number ?? null,
    files: manifest.files.length,
    bytes: total,
    problems,
  };
}

/** Reads every file of a pack, a folder or a zip, and compares it with what its lists say. */
export const verifyPack = (path: string): Promise<Verified> => withFolder(path, verifyFolder);

import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { checkDocument } from '@velvet-dusk/core/document';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { filesBelow } from './finish.ts';
import { sha256Of } from './sha256.ts';

const fileName = 'checksums.json';
const schema = z.record(z.string(), z.string());

const sumsOf = async (folder: string): Promise<Record<string, string>> => {
  const sums: Record<string, string> = {};
  for (const path of await filesBelow(folder))
    if (path !== fileName) sums[path] = sha256Of(await readFile(join(folder, path)));
  return sums;
};

/** Writes down the checksum of every file in a folder, in a file beside them. */
export async function writeSums(folder: string): Promise<void> {
  await writeFile(join(folder, fileName), JSON.stringify(await sumsOf(folder)), { flush: true });
}

/** The files of a folder that are missing, new or of other bytes than when `writeSums` was called. Throws where that was never. */
export async function changedSince(folder: string): Promise<string[]> {
  const path = join(folder, fileName);
  const before = checkDocument(schema, parseJson(await readFile(path, 'utf8'), path), path);
  const now = await sumsOf(folder);
  return [...new Set([...Object.keys(before), ...Object.keys(now)])].filter((f) => before[f] !== now[f]);
}

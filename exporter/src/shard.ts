import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { checkDocument } from '@velvet-dusk/core/document';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import { type PackSpec, parseSpec, writeSpec } from '@velvet-dusk/core/pack/spec';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { putInPlace, refuseHeld } from './exportPack.ts';
import { finishPack } from './finish.ts';
import { filesFolder, filesIn, type MadeFile } from './journal.ts';
import { openLines } from './lineJournal.ts';
import { makeFiles, type MakeOptions, PackError, planOrRefuse, specHash } from './makeFiles.ts';
import { placeIn } from './placeIn.ts';
import { putFile } from './putFile.ts';
import type { PackThreads } from './threads.ts';
import { claimWork, dropWork, refuseTaken } from './workPlace.ts';
import { sha256Of } from './sha256.ts';

const shardName = 'shard.json';
const shardSchema = z.strictObject({
  kind: z.literal('velvet-dusk/pack-shard'),
  schemaVersion: z.literal(1),
  /** Hash of the spec; shards of another are refused. */
  specHash: z.string(),
  spec: z.unknown(),
  index: z.int().min(1),
  count: z.int().min(1),
  files: z.array(z.looseObject({ path: z.string(), sha256: z.string() })),
});

/** Makes the LUTs of one shard of a pack in a folder; `mergeShards` makes a pack of all of them. */
export async function exportShard(
  spec: PackSpec,
  out: string,
  options: MakeOptions & { shard: { index: number; count: number } },
): Promise<Map<string, MadeFile>> {
  const { plan } = await planOrRefuse(spec, options);
  const work = await claimWork(out, specHash(spec), filesFolder);
  const made = await makeFiles(spec, plan, work, options);
  const record = {
    kind: 'velvet-dusk/pack-shard',
    schemaVersion: 1,
    specHash: specHash(spec),
    spec: writeSpec(spec),
    ...options.shard,
    files: [...made.values()],
  };
  await writeFile(join(filesIn(work), shardName), JSON.stringify(record), { flush: true });
  await refuseTaken(out);
  await rename(filesIn(work), out);
  await dropWork(work, [filesFolder]);
  return made;
}

/** A file of a shard, read back. Throws a PackError where its path leads out of the shard, or its bytes are other ones. */
async function readMade(folder: string, { path, sha256 }: MadeFile): Promise<Buffer> {
  const place = placeIn(folder, path);
  if (!place) throw new PackError(`${folder}: ${shardName} names "${path}", which lies outside it`);
  const bytes = await readFile(place);
  if (sha256Of(bytes) !== sha256)
    throw new PackError(
      `${place} is not what the shard made: its checksum is another. Make that shard again.`,
    );
  return bytes;
}

type Shard = z.output<typeof shardSchema> & { folder: string };

async function readShard(folder: string): Promise<Shard> {
  const path = join(folder, shardName);
  return { ...checkDocument(shardSchema, parseJson(await readFile(path, 'utf8'), path), path), folder };
}

function checkComplete(shards: readonly Shard[]): void {
  const [first] = shards;
  const other = shards.find((s) => s.specHash !== first.specHash || s.count !== first.count);
  if (other) throw new PackError(`${other.folder} is no shard of the same pack as ${first.folder}`);
  const missing = Array.from({ length: first.count }, (_, i) => i + 1).filter(
    (i) => !shards.some((s) => s.index === i),
  );
  if (missing.length > 0) throw new PackError(`shard ${missing.join(', ')} of ${first.count} is missing`);
}

/** Makes a pack of its shards, the same to the byte as one made at once. Throws a PackError where one is missing. */
export async function mergeShards(
  folders: readonly string[],
  out: string,
  options: { threads: PackThreads; signal?: AbortSignal },
): Promise<Manifest> {
  await refuseTaken(out);
  const shards = await Promise.all(folders.map(readShard));
  checkComplete(shards);
  const spec = parseSpec(shards[0].spec, join(shards[0].folder, shardName));
  const planned = await planOrRefuse(spec, options);
  const work = await claimWork(out, specHash(spec), filesFolder);
  await openLines(work, specHash(spec), filesFolder);
  const made = new Map<string, MadeFile>();
  for (const { folder, files } of shards)
    for (const file of files as unknown as MadeFile[]) {
      await putFile(filesIn(work), file.path, await readMade(folder, file));
      made.set(file.path, file);
    }
  const manifest = await finishPack(spec, planned, made, filesIn(work), options);
  refuseHeld(manifest);
  await putInPlace(spec, out, options.signal);
  return manifest;
}

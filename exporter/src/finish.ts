import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import { engine } from '@velvet-dusk/core/order/engine';
import { findBefore } from '@velvet-dusk/core/pack/changes';
import { purposeOf } from '@velvet-dusk/core/pack/purpose';
import { type Manifest, manifestFile, manifestKind, manifestVersion } from '@velvet-dusk/core/pack/manifest';
import { parseCube } from '@velvet-dusk/core/formats/cubeParse';
import type { Cube3d } from '@velvet-dusk/core/lut/cube';
import { lookTransform, ocioConfig } from '@velvet-dusk/core/pack/ocioConfig';
import type { PlannedFile } from '@velvet-dusk/core/pack/plannedFile';
import { proofFindings } from '@velvet-dusk/core/pack/proof';
import { type PackRelease, type PackSpec, writeSpec } from '@velvet-dusk/core/pack/spec';
import type { Standing } from '@velvet-dusk/core/pack/standing';
import { lutOrder } from '@velvet-dusk/core/order/bake';
import type { MadeFile } from './journal.ts';
import { PackError } from './makeFiles.ts';
import type { Planned } from './planning.ts';
import { putFile } from './putFile.ts';
import type { PackThreads } from './threads.ts';
import { sha256Of } from './sha256.ts';

export const manifestName = 'manifest.json';
export const specName = 'pack-spec.json';
export const checksumsName = 'checksums.sha256';

/** One text for one value: keys in order, however it was put together. */
const json = (value: unknown) => `${JSON.stringify(JSON.parse(canonicalJson(value)), null, 1)}\n`;

/** Every file below a folder but hidden ones, with slashes, in the order of their names. */
export async function filesBelow(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  return entries
    .filter((e) => e.isFile() && !e.name.startsWith('.'))
    .map((e) =>
      join(e.parentPath, e.name)
        .slice(folder.length + 1)
        .replaceAll('\\', '/'),
    )
    .sort((a, b) => (a < b ? -1 : 1));
}

/** What stands against a pack by its plan and by what was measured of its files. */
function standingOf(
  spec: PackSpec,
  { plan, said, saidOfPlaces }: Planned,
  made: (file: PlannedFile) => MadeFile,
): Standing {
  const rules = plan.files.flatMap((file, i) => {
    const refused = made(file).device?.refused;
    const against = [...said[i], ...(refused ? [`its device refuses it: ${refused}`] : [])];
    return against.length > 0 ? [`${file.path}: ${against.join('; ')}`] : [];
  });
  const places = spec.pack.destinations.flatMap(({ id, label }) =>
    (saidOfPlaces.get(id) ?? []).map((says) => `${label}: ${says}`),
  );
  return {
    criteria: spec.release?.criteria ?? [],
    accuracy: plan.files.flatMap((file) => {
      const { proof } = made(file);
      return proof && !proof.holds ? [`${file.path}: ${proofFindings(proof).join('; ')}`] : [];
    }),
    rules: [...places, ...rules],
  };
}

function manifestOf(spec: PackSpec, planned: Planned, made: ReadonlyMap<string, MadeFile>): Manifest {
  const before = findBefore(spec.previous?.files ?? []);
  const madeOf = (file: PlannedFile): MadeFile => {
    const result = made.get(file.path);
    if (!result) throw new PackError(`${file.path} is missing`);
    return result;
  };
  const release = (told: PackRelease) => {
    const { criteria: _, ...rest } = told;
    return { ...rest, standing: standingOf(spec, planned, madeOf) };
  };
  return {
    kind: manifestKind,
    schemaVersion: manifestVersion,
    pack: spec.pack.name,
    project: spec.project,
    engine,
    release: spec.release && release(spec.release),
    files: planned.plan.files.map((file, i) => {
      const result = madeOf(file);
      const found = [...planned.said[i], ...(result.proof ? proofFindings(result.proof) : [])];
      const bare = manifestFile(file, { ...result, findings: found });
      const known = before({ path: file.path, purpose: purposeOf(bare) })?.difference;
      return { ...bare, difference: bare.difference ?? known ?? null };
    }),
  };
}

/** A spec that says how far its files are from those before, so that it tells the same when it is made again without them. */
function withDifferences(spec: PackSpec, { files }: Manifest): PackSpec {
  if (!spec.previous) return spec;
  const before = findBefore(spec.previous.files);
  const measured = new Map(
    files.map((f) => [before({ path: f.path, purpose: purposeOf(f) }), f.difference] as const),
  );
  const told = spec.previous.files.map((file) => {
    const difference = measured.get(file);
    return { ...file, ...(difference ? { difference } : {}) };
  });
  return { ...spec, previous: { ...spec.previous, files: told } };
}

/** Looks as transforms of ACES2065-1, for hosts without configurations. */
async function putLookTransforms(spec: PackSpec, folder: string): Promise<void> {
  for (const { path, look, grid } of ocioConfig(spec.pack, spec).lookTransforms) {
    const cube = parseCube(await readFile(join(folder, grid), 'utf8'), grid) as Cube3d;
    await putFile(folder, path, lookTransform(look, cube));
  }
}

async function putConfig(spec: PackSpec, folder: string, threads: PackThreads, signal?: AbortSignal) {
  const config = ocioConfig(spec.pack, spec);
  for (const { path, text } of config.texts) await putFile(folder, path, text);
  await Promise.all(
    config.grids.map(({ path, order }) =>
      threads.run(
        'makeLut',
        {
          planned: { key: path, order, lut: lutOrder(order), look: null, display: order.display },
          luts: spec.luts,
          frames: [],
          files: [{ path: join(folder, path), name: path, format: 'cube', interpolation: 'tetrahedral' }],
        },
        { signal },
      ),
    ),
  );
}

/**
 * Writes everything of a pack that stands beside its LUT files: manifest, spec, guide, look cards, configuration, and the
 * checksums of all of it.
 */
export async function finishPack(
  spec: PackSpec,
  planned: Planned,
  made: ReadonlyMap<string, MadeFile>,
  folder: string,
  { threads, signal }: { threads: PackThreads; signal?: AbortSignal | undefined },
): Promise<Manifest> {
  const manifest = manifestOf(spec, planned, made);
  if (spec.pack.ocioConfig) {
    await putConfig(spec, folder, threads, signal);
    await putLookTransforms(spec, folder);
  }
  await putFile(folder, manifestName, json(manifest));
  await putFile(folder, specName, json(writeSpec(withDifferences(spec, manifest))));
  for (const { path, data } of await threads.run('makePages', { spec, manifest }, { signal }))
    await putFile(folder, path, data);
  const lines: string[] = [];
  const known = new Map([...made.values()].map((f) => [f.path, f.sha256]));
  for (const path of await filesBelow(folder)) {
    if (path === checksumsName) continue;
    const hash = known.get(path) ?? sha256Of(await readFile(join(folder, path)));
    lines.push(`${hash}  ${path}`);
  }
  await putFile(folder, checksumsName, `${lines.join('\n')}\n`);
  return manifest;
}

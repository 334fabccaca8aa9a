import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { copyFile, open, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import type { TriedLook } from '@velvet-dusk/core/pack/spec';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import { totalsOf } from '@velvet-dusk/core/pack/estimate';
import { configGridCount } from '@velvet-dusk/core/pack/ocioConfig';
import { parsePack } from '@velvet-dusk/core/pack/document';
import { makePack, ReleaseHeld, topFolder } from '@velvet-dusk/exporter/exportPack';
import { manifestName } from '@velvet-dusk/exporter/finish';
import { filesIn } from '@velvet-dusk/exporter/journal';
import { type MakeOptions, planOrRefuse } from '@velvet-dusk/exporter/makeFiles';
import { openFolder } from '@velvet-dusk/exporter/openOut';
import { streamZip } from '@velvet-dusk/exporter/zip';
import { headings, reasonsFromOne, reasonsSchema, unexcused } from '@velvet-dusk/core/pack/standing';
import { Problem } from '../../problem.ts';
import { defineJob, Held, type MadeFile } from '../kind.ts';
import { timeLeft } from '../timeLeft.ts';

const orderKind = 'velvet-dusk/pack-order';
const orderVersion = 2;

/** Orders from before reasons were told apart are read as well. */
const migrated = (value: unknown): unknown => {
  const order = value as { kind?: unknown; schemaVersion?: unknown; release?: unknown } | null;
  if (order?.kind !== orderKind || order.schemaVersion !== 1) return value;
  return { ...order, schemaVersion: orderVersion, release: reasonsFromOne(order.release) };
};

const orderSchema = z.object({
  kind: z.literal(orderKind),
  schemaVersion: z.literal(orderVersion),
  packId: z.string(),
  project: z.string(),
  /** Documents of whatever version was current then; they are migrated when they are read. */
  pack: z.looseObject({ name: z.string() }),
  looks: z.array(z.object({ id: z.string(), version: z.number().int() })),
  profiles: z.array(z.looseObject({ id: z.string() })),
  /** How far looks hold, as they were tried when it was ordered. */
  trials: z.array(z.looseObject({ lookId: z.string() })).default([]),
  release: z
    .object({
      number: z.number().int(),
      date: z.string(),
      note: z.string(),
      recipients: z.string(),
      /** What stood under the heading "criteria" when it was ordered. */
      criteria: z.array(z.string()).default([]),
      reasons: reasonsSchema.prefault({}),
    })
    .nullable(),
});
const payloadSchema = z.preprocess(migrated, orderSchema);
export type PackPayload = z.output<typeof orderSchema>;

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

async function synced(path: string): Promise<void> {
  const file = await open(path, 'r+');
  await file.sync().finally(() => file.close());
}

/** Shares of the whole at the ends of its stages. */
const stageEnds = { files: 0.85, zip: 0.97 };

export const exportPackJob = defineJob({
  kind: 'pack',
  payload: payloadSchema,
  deadline: 4 * 3_600_000,
  title: ({ pack, release }) => (release ? `${pack.name}, release ${release.number}` : pack.name),
  subject: ({ packId, pack, release }) => ({
    packId,
    packName: pack.name,
    release: release?.number ?? null,
  }),
  async run({ packId, project, pack, looks, profiles, release, trials }, context): Promise<MadeFile[]> {
    const { projectId, packs, pool, report, signal, workFolder, files } = context;
    // The release before its own number, whatever was released since it was ordered: it is the same however often it is begun.
    const { previous, zip: zipBefore } = await packs.latest(packId, release?.number);
    const spec = {
      ...(await packs.specFor({
        projectId,
        project,
        pack: parsePack(pack, `pack ${packId}`),
        looks,
        profiles: profiles.map((p) => parseProfile(p, `profile ${p.id}`)),
      })),
      release,
      previous,
      trials: trials as unknown as TriedLook[],
    };
    const began = performance.now();
    let isGoingOn = false;
    const options: MakeOptions = {
      threads: pool.packs,
      signal,
      onProgress({ done, total, name, secondsLeft }) {
        isGoingOn ||= name === '' && done > 0;
        report(`${done} of ${total} files${timeLeft(secondsLeft)}`, (done / total) * stageEnds.files);
      },
    };
    const planned = await planOrRefuse(spec, options);
    // What changed is measured against what went out before, where that is still here and whole; without it less is told.
    const opened = zipBefore
      ? await openFolder(files.pathOf(zipBefore), dirname(workFolder)).catch(() => null)
      : null;
    const manifest = await makePack(spec, planned, workFolder, { ...options, before: opened?.folder })
      .catch((error: unknown) => {
        throw error instanceof ReleaseHeld ? new Held(error.standing) : error;
      })
      .finally(() => opened?.close());
    report('Zipping', stageEnds.files);
    const zip = context.newPart();
    await streamZip(filesIn(workFolder), topFolder(spec), createWriteStream(zip), signal);
    await synced(zip);
    report('Checking', stageEnds.zip);
    const list = context.newPart();
    await copyFile(join(filesIn(workFolder), manifestName), list);
    await synced(list);
    const seconds = (performance.now() - began) / 1000;
    const { bytes, work } = totalsOf(planned.plan, {
      configGrids: spec.pack.ocioConfig ? configGridCount(spec.pack, spec) : 0,
    });
    const reckoned = { bytes, work };
    const over = manifest.files.filter((f) => f.proof && !f.proof.holds).length;
    const made = async (part: string, name: string, document: MadeFile['document']) => ({
      part,
      sha256: await hashOf(part),
      name,
      size: (await stat(part)).size,
      document,
    });
    return [
      await made(zip, `${topFolder(spec)}.zip`, {
        kind: 'velvet-dusk/pack-result',
        schemaVersion: 1,
        files: manifest.files.length,
        over,
        took: isGoingOn ? null : { reckoned, zip: (await stat(zip)).size, seconds },
      }),
      await made(list, manifestName, { kind: 'velvet-dusk/pack-manifest-file', schemaVersion: 1 }),
    ];
  },
  excuse(order, standing, reasons) {
    const open = unexcused(standing, reasons);
    if (!order.release || open.length > 0)
      throw new Problem(
        422,
        'A reason is missing',
        `Say why it goes out all the same under ${open.map((id) => headings[id].label).join(', ')}.`,
        { open },
      );
    return { ...order, release: { ...order.release, reasons } };
  },
  async record({ packId, release }, { packs, files }, jobId, made) {
    if (!release) return [];
    const { note, recipients, reasons } = release;
    const manifest = await files.json<Manifest>(made[1].sha256);
    return [packs.releaseOf({ packId, jobId, told: { note, recipients, reasons }, manifest })];
  },
});

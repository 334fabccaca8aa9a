import { readFile, writeFile } from 'node:fs/promises';
import { z } from 'zod';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { practiceSchema } from '@velvet-dusk/core/readings/practice';
import { displaySchema } from '@velvet-dusk/core/render/display';
import { type ClipReadings, outOfBand } from '@velvet-dusk/core/trial/clip';
import { fileSlug } from '@velvet-dusk/core/slug';
import { defineJob, type MadeFile } from '../kind.ts';
import { sha256Of } from '@velvet-dusk/exporter/sha256';

const payloadSchema = z.object({
  kind: z.literal('velvet-dusk/clip-order'),
  schemaVersion: z.literal(1),
  clip: z.object({ sha: z.string(), name: z.string() }),
  look: z.object({ id: z.string(), name: z.string(), version: z.number().int() }),
  /** A document of whatever version was current then; it is migrated when it is read. */
  profile: z.looseObject({ id: z.string() }),
  practice: practiceSchema,
  display: displaySchema,
  proof: z.enum(['none', 'plain', 'textured']),
});
export type ClipPayload = z.output<typeof payloadSchema>;

export const measureClipJob = defineJob({
  kind: 'clip',
  payload: payloadSchema,
  deadline: 2 * 3_600_000,
  title: ({ clip, look }) => `${clip.name}, ${look.name}`,
  subject: ({ clip, look }) => ({ clipName: clip.name, look }),
  async run({ clip, look, profile: told, practice, display, proof }, context): Promise<MadeFile[]> {
    const { versions, luts, files, pool, signal, report } = context;
    const { document } = await versions.get(look.id, String(look.version));
    const profile = parseProfile(told, `profile ${told.id}`);
    const [stripPart, proofPart, listPart] = [context.newPart(), context.newPart(), context.newPart()];
    const made = await pool.clips.run(
      'runClip',
      {
        path: files.pathOf(clip.sha),
        fileName: clip.name,
        look: document,
        profile,
        profiles: [profile],
        display,
        practice,
        luts: luts.of(document),
        proof: proof === 'none' ? null : { part: proofPart, withTexture: proof === 'textured' },
        stripPart,
      },
      {
        signal,
        onProgress: ({ done, total }) =>
          report(`${Math.min(done, total)} of ${total} frames`, Math.min(done / total, 0.99)),
      },
    );
    const readings: ClipReadings = {
      kind: 'velvet-dusk/clip-readings',
      schemaVersion: 1,
      clip: clip.name,
      look,
      profile: { id: profile.id, name: profile.name },
      practice,
      ...made.readings,
    };
    const list = new TextEncoder().encode(`${JSON.stringify(readings)}\n`);
    await writeFile(listPart, list, { flag: 'wx', flush: true });
    const strip = await readFile(stripPart);
    const name = fileSlug(`${clip.name.replace(/\.[^.]+$/, '')} ${document.name}`, 'clip');
    const file = { kind: 'velvet-dusk/trial-file' as const, schemaVersion: 1 as const };
    return [
      {
        part: listPart,
        sha256: sha256Of(list),
        name: `${name}_readings.json`,
        size: list.length,
        document: {
          kind: 'velvet-dusk/clip-summary',
          schemaVersion: 1,
          frames: readings.frames.length,
          stretches: outOfBand(readings).length,
        },
      },
      {
        part: stripPart,
        sha256: sha256Of(strip),
        name: `${name}_strip.png`,
        size: strip.length,
        document: file,
      },
      ...(made.proof ? [{ part: proofPart, ...made.proof, name: `${name}.mp4`, document: file }] : []),
    ];
  },
});

import { readFile } from 'node:fs/promises';
import { parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { parseRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { parseTrial, trialWidth } from '@velvet-dusk/core/trial/document';
import type { TrialInput } from '@velvet-dusk/core/trial/input';
import { recordedFrame, type RecordedFrame } from '@velvet-dusk/core/recording/recordedFrame';
import { onBoard } from '@velvet-dusk/core/trial/run';
import { lutTexts } from '../files/lutFile.ts';
import type { JobContext } from './kind.ts';
import type { TrialPayload } from './trialPayload.ts';

/** Looks of an order and the LUTs placed in them, whole. */
async function materialOf(
  used: TrialPayload['looks'],
  { versions, luts }: Pick<JobContext, 'versions' | 'luts'>,
): Promise<Pick<TrialInput, 'looks' | 'luts'>> {
  const looks = await Promise.all(
    used.map(async ({ key, id, version }) => ({
      id: key,
      version,
      document: (await versions.get(id, String(version))).document,
    })),
  );
  const named = new Map(looks.flatMap((l) => luts.of(l.document)).map((f) => [f.sha256, f]));
  return { looks, luts: await lutTexts([...named.values()]) };
}

/** Plates of a project as trials take them: small, as they were recorded. */
async function platesOf(
  wanted: ReadonlySet<string>,
  profiles: readonly Profile[],
  { plates, codes, projectId }: Pick<JobContext, 'plates' | 'codes' | 'projectId'>,
): Promise<RecordedFrame[]> {
  const found: RecordedFrame[] = [];
  for (const { frameSha, path: _, ...recording } of await plates.recordings(projectId, profiles)) {
    if (!wanted.has(recording.id)) continue;
    const codesOf = await codes.of(frameSha, trialWidth);
    const bytes = typeof codesOf === 'string' ? await readFile(codesOf) : codesOf;
    const picture = parseRgb16(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
      recording.name,
    );
    found.push(recordedFrame(recording, picture));
  }
  return found;
}

/** Everything an order is run with, as it is now. */
export async function trialInput(payload: TrialPayload, context: JobContext): Promise<TrialInput> {
  const { project, practice, display, gate, endurance } = payload;
  const trial = parseTrial(payload.trial, 'trial');
  const profiles = payload.profiles.map((p) => parseProfile(p, `profile ${p.id}`));
  const wanted = new Set([...onBoard(trial).plates, ...(gate?.plateIds ?? [])]);
  return {
    project,
    trial,
    ...(await materialOf(payload.looks, context)),
    profiles,
    plates: await platesOf(wanted, profiles, context),
    display,
    practice,
    gate,
    endurance,
  };
}

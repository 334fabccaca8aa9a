import { readFile } from 'node:fs/promises';
import { atDepth, parseProfile, type Profile } from '@velvet-dusk/core/camera/profile';
import { parseRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { areasOf } from '@velvet-dusk/core/plate/marks';
import { parseTrial, trialWidth } from '@velvet-dusk/core/trial/document';
import type { NamedPlate, TrialInput } from '@velvet-dusk/core/trial/input';
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
): Promise<NamedPlate[]> {
  const found: NamedPlate[] = [];
  for (const { id, name, kind, profileId, facts, shot, marks } of (await plates.list(projectId)).items) {
    const profile = profiles.find((p) => p.id === profileId);
    if (kind !== 'plate' || !wanted.has(id) || !profile) continue;
    const { frameSha } = await plates.filesOf(id);
    const codesOf = await codes.of(frameSha, trialWidth);
    const bytes = typeof codesOf === 'string' ? await readFile(codesOf) : codesOf;
    const { width, height, rgb } = parseRgb16(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
      name,
    );
    const bits = facts?.usedDepth ?? profile.bitDepth;
    found.push({
      id,
      name,
      width,
      height,
      code: rgb,
      profile: atDepth(profile, bits),
      bits,
      shot,
      marks: {
        skin: areasOf(marks, 'skin'),
        subject: areasOf(marks, 'subject'),
        background: areasOf(marks, 'background'),
      },
    });
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

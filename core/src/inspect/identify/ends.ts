import { oncePer } from '../../numeric/oncePer.ts';
import type { Profile } from '../../camera/profile.ts';
import { compileEnd, type CompiledEnd, displayEnd, type End, sceneEnd } from '../../order/end.ts';
import { displaySchema, standardDisplay } from '../../render/display.ts';
import { outputIds } from '../../render/outputs/index.ts';
import type { RenderingPreset } from '../../render/presets.ts';

/** Something a LUT may take or give. */
export interface CandidateEnd {
  readonly end: End;
  /** The tone scale that stands before a display. */
  readonly preset: RenderingPreset;
  readonly compiled: CompiledEnd;
}

const presets: readonly RenderingPreset[] = ['standard', 'wide', 'punchy'];

let displays: readonly CandidateEnd[] | undefined;

const candidate = (end: End, preset: RenderingPreset): CandidateEnd => ({
  end,
  preset,
  compiled: compileEnd(end, { preset, gamutFit: 'soft' }),
});

/** Every display in full range, and the usual one in narrow range, under every tone scale. Compiled once. */
export function displayCandidates(): readonly CandidateEnd[] {
  displays ??= presets.flatMap((preset) => [
    ...outputIds.map((output) => candidate(displayEnd(displaySchema.parse({ output })), preset)),
    candidate(displayEnd({ ...standardDisplay, range: 'narrow' }), preset),
  ]);
  return displays;
}

export const sceneCandidate = oncePer((profile: Profile): CandidateEnd =>
  candidate(sceneEnd(profile), 'standard'),
);

/** What a recording's codes mean, as a key. */
const encodingOf = oncePer(({ curve, primaries, white, range }: Profile) =>
  JSON.stringify([curve, primaries, white, range]),
);

/** Do two ends take or give the same codes for the same light? Every display counts as one. */
export function isSameEncoding({ end: a }: CandidateEnd, { end: b }: CandidateEnd): boolean {
  if (a.kind === 'display' || b.kind === 'display') return a.kind === b.kind;
  return a.profile === b.profile || encodingOf(a.profile) === encodingOf(b.profile);
}

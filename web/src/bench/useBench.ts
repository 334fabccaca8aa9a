import { useMemo } from 'react';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { atDepth, type Profile } from '@velvet-dusk/core/camera/profile';
import { lookOnPlate } from '@velvet-dusk/core/look/onPlate';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import type { Rendering } from '@velvet-dusk/core/render/rendering';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { surestNeutral } from '@velvet-dusk/core/plate/neutral';
import { recordingOf } from '@velvet-dusk/core/plate/recordingOf';
import { noTexture } from '@velvet-dusk/core/texture/index';
import { useOpenProject } from '../api/openProject.ts';
import { thumbUrl } from '../api/urls.ts';
import { useDocument } from '../state/document.ts';
import { useView } from '../state/view.ts';
import { partOf, showsPart } from './shownPart.ts';
import type { PlateOrder } from '../workers/develop.ts';

export interface CurrentPlate {
  plate: Plate;
  profile: Profile;
  shot: Shot;
}

/** Log plates, in the order of the stack; references stand apart. */
export function usePlates(): Plate[] {
  const { plates } = useOpenProject();
  return useMemo(() => plates.filter((p) => p.kind === 'plate'), [plates]);
}

/** The plate on the viewer, with its profile and its shot lane as edited. Null where the project has no plate. */
export function useCurrentPlate(): CurrentPlate | null {
  const { profiles } = useOpenProject();
  const plates = usePlates();
  const plateId = useView((s) => s.plateId);
  const profileOf = (p: Plate) => profiles.find((q) => q.id === p.profileId);
  const plate = plates.find((p) => p.id === plateId) ?? plates.find(profileOf);
  const profile = plate && profileOf(plate);
  return plate && profile ? { plate, profile: asRecorded(plate, profile), shot: plate.shot } : null;
}

const recorded = new WeakMap<Profile, Map<number, Profile>>();
/** The profile at the depth a frame was recorded in: its narrow range lies elsewhere in 8 bits. The same object each time. */
export function asRecorded({ facts }: Plate, profile: Profile): Profile {
  if (!facts) return profile;
  const known = recorded.get(profile) ?? new Map<number, Profile>();
  recorded.set(profile, known);
  const found = known.get(facts.usedDepth) ?? atDepth(profile, facts.usedDepth);
  known.set(facts.usedDepth, found);
  return found;
}

/** A plate as the workers want it. */
export const plateOrder = (plate: Plate, profile: Profile): PlateOrder => ({
  ...recordingOf(plate, asRecorded(plate, profile)),
  url: thumbUrl(plate),
  neutral: surestNeutral(plate.marks),
});

/** The look's rendering for the display of the project. */
export function useRendering(): Rendering {
  const tones = useDocument((s) => s.look.rendering);
  const { viewing } = useOpenProject();
  return useMemo(() => ({ ...tones, ...onScreen(viewing) }), [tones, viewing]);
}

/** The whole look on the display of the project, whichever part of it is shown. */
export function useWholeLook(): ShownLook {
  const look = useDocument((s) => s.look);
  const id = useDocument((s) => s.lookId);
  const rendering = useRendering();
  return useMemo(() => ({ ...look, rendering, id }), [look, rendering, id]);
}

/** The look as it is shown. */
function useShownLook(): ShownLook {
  const look = useWholeLook();
  const part = useView((s) => s.part);
  return useMemo(() => partOf(look, part), [look, part]);
}

/** The look as it is shown on a plate, and as strong as that takes it. */
export function useLookOn({ strengths }: Plate): ShownLook {
  const look = useShownLook();
  return useMemo(() => lookOnPlate(look, strengths), [look, strengths]);
}

/** Whether a part of the look is shown, and not all of it. */
export function useShowsPart(): boolean {
  const part = useView((s) => s.part);
  return useDocument((s) => showsPart(s.look, part));
}

/** The look as it is measured: without texture, and the same object for as long as nothing else of it changes. */
export function useMeasuredLook(): ShownLook {
  const look = useShownLook();
  const { id, name, strength, colourOnly, steps, rendering, acceptedMisses } = look;
  return useMemo(
    () => ({ ...look, texture: noTexture }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what measuring looks at
    [id, name, strength, colourOnly, steps, rendering, acceptedMisses],
  );
}

/** The finished still to look towards; null where the project has none. */
export function useReference(): Plate | null {
  const { plates } = useOpenProject();
  const referenceId = useView((s) => s.referenceId);
  const references = plates.filter((p) => p.kind === 'reference');
  return references.find((p) => p.id === referenceId) ?? references[0] ?? null;
}

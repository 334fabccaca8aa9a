import type { Plate } from '@velvet-dusk/core/api/contract';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { lookOnPlate } from '@velvet-dusk/core/look/onPlate';
import { oncePer } from '@velvet-dusk/core/numeric/oncePer';
import { onScreen } from '@velvet-dusk/core/render/encoding';
import { useEffect, useId, useMemo, useRef, useState } from 'react';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { RoleId } from '@velvet-dusk/core/order/roles/index';
import { apart, type ShownLook, shownOn } from '@velvet-dusk/core/look/shown';
import { canonicalJson } from '@velvet-dusk/core/canonicalJson';
import type { Overlay, OverlayKind, ViewCube } from '../../gl/drawing.ts';
import { setMeasured, useMeasured } from '../../state/measured.ts';
import { useDocument } from '../../state/document.ts';
import { useView, type View } from '../../state/view.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { partOf } from '../shownPart.ts';
import { engine } from '../../workers/index.ts';
import { type CubeOrder, cubeRunner, type Held } from './cubeRunner.ts';
import { viewGrid } from './grids.ts';
import { firstPicture } from '../../workers/firstPicture.ts';
import { latestOnly } from '../../workers/latest.ts';

/**
 * A cube baked in the engine worker whenever its recipe changes; the last one stays until the next is there.
 * @param later true waits with it for the first picture.
 */
function useCube(
  order: CubeOrder | null,
  { later = false } = {},
): { held: Held | null; request: (order: CubeOrder) => void } {
  const [held, setHeld] = useState<Held | null>(null);
  const channel = useId();
  const request = useMemo(() => cubeRunner(channel, setHeld), [channel]);
  const key = order?.key ?? '';
  const attempt = useMeasured((m) => m.attempt);
  useEffect(() => {
    if (!order) return;
    if (later) void firstPicture.then(() => request(order));
    else request(order);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the order
  }, [key, attempt]);
  return { held, request };
}

/** Canonical JSON of a part of the document; parts are never changed in place, so each is written once. */
const textOf = oncePer((part: object): string => canonicalJson(part));
/** The same of a step, but for its words, which change no picture. */
const textOfStep = oncePer(({ name: _name, note: _note, ...step }: LookStep): string => canonicalJson(step));

/** What decides the picture of a look. */
const recipeOf = ({ rendering, steps, strength, colourOnly }: ShownLook) =>
  [textOf(rendering), ...steps.map(textOfStep), strength, colourOnly].join();

function cubeOrder(role: RoleId, look: ShownLook, profile: Profile, monitorOffsetStops = 0): CubeOrder {
  const recipe = role === 'conversion' ? textOf(look.rendering) : recipeOf(look);
  return {
    ...apart(look),
    profile,
    role,
    monitorOffsetStops,
    key: [role, textOf(profile), recipe, monitorOffsetStops].join(),
  };
}

/** The cube of a picture without its look; a first picture is not kept waiting for it. */
export const useConversionCube = (look: ShownLook, profile: Profile) =>
  useCube(cubeOrder('conversion', look, profile), { later: true }).held;

export type ViewCubes = Record<Exclude<View, 'recorded'>, Held | null>;

/** The cubes of the views; the camera's screen is baked only while it is looked at. */
export function useViewCubes(
  look: ShownLook,
  { strengths }: Plate,
  profile: Profile,
  monitor: { wanted: boolean; monitorOffsetStops: number },
): ViewCubes {
  const combined = useCube(cubeOrder('combined', look, profile));
  const { request } = combined;
  const { viewing } = useOpenProject();
  useEffect(
    // Straight from the store: the bake is under way while React still works out what else has changed.
    () =>
      useDocument.subscribe(({ look: now, lookId: id }) => {
        const part = shownOn(partOf(now, useView.getState().part), onScreen(viewing));
        request(cubeOrder('combined', lookOnPlate({ ...part, id }, strengths), profile));
      }),
    [request, profile, viewing, strengths],
  );
  return {
    look: combined.held,
    normalised: useConversionCube(look, profile),
    monitor: useCube(monitor.wanted ? cubeOrder('combined', look, profile, monitor.monitorOffsetStops) : null)
      .held,
  };
}

interface OverlayWish {
  look: ShownLook;
  profile: Profile;
  kind: OverlayKind;
  stepId: string;
}

/** The overlay that is wished for, with the cube it is read from once that is baked. */
export function useOverlay({ look, profile, kind, stepId }: OverlayWish): Overlay {
  const [held, setHeld] = useState<ViewCube>(null);
  const run = useRef<((order: Omit<OverlayWish, 'kind'>) => void) | null>(null);
  run.current ??= latestOnly(async (order: Omit<OverlayWish, 'kind'>) => {
    try {
      setHeld({ size: viewGrid, data: await engine.overlay({ ...order, grid: viewGrid }) });
    } catch (error) {
      setMeasured({ trouble: `The overlay could not be made: ${(error as Error).message}` });
    }
  });
  const needed = kind === 'bands' || kind === 'matte' || kind === 'gamut';
  const key = needed ? [textOf(profile), recipeOf(look), stepId].join() : '';
  useEffect(() => {
    if (key) run.current!({ look, profile, stepId });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for its parts
  }, [key]);
  if (!needed) return { kind, cube: null };
  return held ? { kind, cube: held } : { kind: 'none', cube: null };
}

import { useCallback, useEffect, useId, useRef, useState } from 'react';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { RoleId } from '@velvet-dusk/core/cube/roles';
import type { Look } from '@velvet-dusk/core/look/document';
import { canonicalJson } from '@velvet-dusk/core/look/hash';
import type { Overlay, OverlayKind, ViewCube } from '../../gl/drawing.ts';
import { setMeasured } from '../../state/measured.ts';
import { useDocument } from '../../state/document.ts';
import { useView, type View } from '../../state/view.ts';
import { soloed } from '../useBench.ts';
import { engine } from '../../workers/index.ts';
import { latestOnly } from '../../workers/latest.ts';

/** The everyday grid: at rest the viewer draws with the cube an export of this size would hold. */
export const viewGrid = 33;
/** While a control moves, a coarser cube comes first, so that the picture keeps up with the hand. */
const movingGrid = 17;

type Held = { key: string; cube: NonNullable<ViewCube>; final: boolean };
interface Order {
  look: Look;
  profile: Profile;
  role: RoleId;
  darker: number;
  key: string;
}

/** Milliseconds of quiet before the fine cube: the hand may move again. */
const fineAfter = 140;

/** A cube baked in the engine worker whenever its recipe changes; the last one stays until the next is there. */
function useCube(order: Order | null): { held: Held | null; request: (order: Order) => void } {
  const [held, setHeld] = useState<Held | null>(null);
  const channel = useId();
  const wanted = useRef('');
  const wake = useRef(() => {});
  const run = useRef<((order: Order) => void) | null>(null);
  run.current ??= latestOnly(async ({ key, ...order }: Order) => {
    try {
      for (const grid of [movingGrid, viewGrid]) {
        const final = grid === viewGrid;
        // The coarse cube is always finished: under a hand that never rests the picture still moves.
        const baked = await engine.bake({ ...order, grid, ...(final && { channel }) });
        if (!baked) return;
        setHeld({ key, cube: { size: grid, data: baked.data }, final });
        if (final) {
          if (order.role === 'combined') setMeasured({ notes: baked.notes });
          return;
        }
        await new Promise<void>((done) => {
          wake.current = done;
          setTimeout(done, fineAfter);
        });
        if (wanted.current !== key) return;
      }
    } catch (error) {
      setMeasured({ trouble: `The picture could not be made: ${(error as Error).message}` });
    }
  });
  const request = useCallback((order: Order) => {
    if (wanted.current === order.key) return;
    wanted.current = order.key;
    wake.current();
    void engine.breakOff(channel);
    run.current!(order);
  }, [channel]);
  const key = order?.key ?? '';
  useEffect(() => {
    if (order) request(order);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the order
  }, [key]);
  return { held, request };
}

/** What decides the picture of a look. */
const recipeOf = ({ rendering, steps, strength, colourOnly }: Look) => [
  rendering,
  steps,
  strength,
  colourOnly,
];

function cubeOrder(role: RoleId, look: Look, profile: Profile, darker = 0): Order {
  const recipe = role === 'conversion' ? look.rendering : recipeOf(look);
  return { look, profile, role, darker, key: canonicalJson([role, profile, recipe, darker]) };
}

/** The cube of a picture without its look. */
export const useConversionCube = (look: Look, profile: Profile) =>
  useCube(cubeOrder('conversion', look, profile)).held;

export type ViewCubes = Record<Exclude<View, 'recorded'>, Held | null>;

/** The cubes of the views; the camera's screen is baked only while it is looked at. */
export function useViewCubes(
  look: Look,
  profile: Profile,
  monitor: { wanted: boolean; darker: number },
): ViewCubes {
  const combined = useCube(cubeOrder('combined', look, profile));
  const { request } = combined;
  useEffect(
    // Straight from the store: the bake is under way while React still works out what else has changed.
    () =>
      useDocument.subscribe(({ look: now }) =>
        request(cubeOrder('combined', soloed(now, useView.getState().soloId), profile)),
      ),
    [request, profile],
  );
  return {
    look: combined.held,
    normalised: useConversionCube(look, profile),
    monitor: useCube(monitor.wanted ? cubeOrder('combined', look, profile, monitor.darker) : null).held,
  };
}

interface OverlayWish {
  look: Look;
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
  const key = needed ? canonicalJson([profile, recipeOf(look), stepId]) : '';
  useEffect(() => {
    if (key) run.current!({ look, profile, stepId });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for its parts
  }, [key]);
  if (!needed) return { kind, cube: null };
  return held ? { kind, cube: held } : { kind: 'none', cube: null };
}

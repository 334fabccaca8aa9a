import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/lut/apply';
import type { Cube3d } from '@velvet-dusk/core/lut/cube';
import { PreviewBaker } from '@velvet-dusk/core/order/previewBaker';
import { apart, type ShownLook } from '@velvet-dusk/core/look/shown';
import type { CompiledOrder } from '@velvet-dusk/core/order/pipeline';
import type { Neutral } from '@velvet-dusk/core/plate/neutral';
import { trimCode } from '@velvet-dusk/core/look/trimCode';
import type { Shot } from '@velvet-dusk/core/look/shot';
import type { LutMap } from '@velvet-dusk/core/look/steps/step';
import { type Recording, recordedFrame, type RecordedFrame } from '@velvet-dusk/core/recording/recordedFrame';
import type { FrameCache } from './frameCache.ts';

/** A recording whose frame the workers fetch. */
export interface PlateOrder extends Recording {
  url: string;
  /** The neutral that its shot lane may be set by; null where none is marked. */
  neutral: Neutral | null;
}

/** What the scopes and readings look at: the camera code, the normalised picture, the look, or the camera's screen. */
export type AnalysedView = 'recorded' | 'normalised' | 'look' | 'monitor';

const baker = new PreviewBaker();
/** Grids that are measured through: while a control moves, and at rest. */
const grids = { moving: 17, rest: 33 };

const isNeutral = (shot: Shot) => Object.values(shot).every((v) => v === 0);

export interface ViewedLook {
  look: ShownLook;
  view: AnalysedView;
  luts: LutMap;
  /** Stops by which the camera's screen is darker; for the monitor view. */
  monitorOffsetStops: number;
  /** True while a control moves: measured through a coarser grid. */
  moving?: boolean;
}

export function bakeFor({ look, view, luts, monitorOffsetStops, moving }: ViewedLook, profile: Profile) {
  const grid = moving ? grids.moving : grids.rest;
  const role = view === 'look' || view === 'monitor' ? ('combined' as const) : ('conversion' as const);
  return baker.bake({
    ...apart(look),
    profile,
    role,
    grid,
    luts,
    monitorOffsetStops: view === 'monitor' ? monitorOffsetStops : 0,
  });
}

/** A plate with its pixels. The buffer belongs to the cache: copy before changing it. */
export async function fetchRecorded(
  frames: FrameCache,
  { url, neutral: _, ...recording }: PlateOrder,
): Promise<RecordedFrame> {
  return recordedFrame(recording, await frames.frame(url));
}

/** Corrects camera code as a shot says; of one that corrects nothing every code is let be. */
export const correctedCode = (profile: Profile, shot: Shot): ((code: Float32Array) => void) =>
  isNeutral(shot) ? () => {} : trimCode(makeCodec(profile), shot);

/** Camera code of a plate after its shot lane; the camera's own screen knows no shot lane. */
export async function trimmedCode(frames: FrameCache, plate: PlateOrder, view: AnalysedView = 'look') {
  const frame = await frames.frame(plate.url);
  const code = Float32Array.from(frame.rgb);
  if (view !== 'monitor') correctedCode(plate.profile, plate.shot)(code);
  return { width: frame.width, height: frame.height, code };
}

/** A plate's picture under a cube, and its working RGB before the look. */
export async function develop(
  frames: FrameCache,
  plate: PlateOrder,
  view: AnalysedView,
  { cube, pipeline }: { cube: Cube3d; pipeline: CompiledOrder },
) {
  const { width, height, code } = await trimmedCode(frames, plate, view);
  const scene = Float32Array.from(code);
  pipeline.input(scene);
  applyTetrahedral(cube, code);
  const signal = code.map(pipeline.rendering.toSignal);
  return { width, height, signal, scene };
}

/** Display signal of a plate by the exact recipe: what readings and proposals both look at. */
export function recipeSignal(scene: Float32Array, pipeline: CompiledOrder): Float32Array {
  const rgb = Float32Array.from(scene);
  pipeline.look(rgb);
  pipeline.output(rgb);
  return rgb.map(pipeline.rendering.toSignal);
}

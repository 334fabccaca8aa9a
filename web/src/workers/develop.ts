import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/lut/apply';
import { PreviewBaker } from '@velvet-dusk/core/order/previewBaker';
import { apart, type ShownLook } from '@velvet-dusk/core/look/shown';
import type { CompiledOrder } from '@velvet-dusk/core/order/pipeline';
import type { Neutral } from '@velvet-dusk/core/plate/neutral';
import { Recent } from '@velvet-dusk/core/numeric/recent';
import { StageCache } from '@velvet-dusk/core/look/stageCache';
import { correctedCode } from '@velvet-dusk/core/look/trimCode';
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

export interface ViewedLook {
  look: ShownLook;
  view: AnalysedView;
  luts: LutMap;
  /** Stops by which the camera's screen is darker; for the monitor view. */
  monitorOffsetStops: number;
  /** True while a control moves: measured through a coarser grid. */
  moving?: boolean;
}

const orderOf = ({ look, view, luts, monitorOffsetStops }: ViewedLook, profile: Profile) => ({
  ...apart(look),
  profile,
  role: view === 'look' || view === 'monitor' ? ('combined' as const) : ('conversion' as const),
  luts,
  monitorOffsetStops: view === 'monitor' ? monitorOffsetStops : 0,
});

export const bakeFor = (viewed: ViewedLook, profile: Profile) =>
  baker.bake({ ...orderOf(viewed, profile), grid: viewed.moving ? grids.moving : grids.rest });

/** A plate with its pixels. The buffer belongs to the cache: copy before changing it. */
export async function fetchRecorded(
  frames: FrameCache,
  { url, neutral: _, ...recording }: PlateOrder,
): Promise<RecordedFrame> {
  return recordedFrame(recording, await frames.frame(url));
}

/** Camera code of a plate after its shot lane; the camera's own screen knows no shot lane. */
export async function trimmedCode(frames: FrameCache, plate: PlateOrder, view: AnalysedView = 'look') {
  const frame = await frames.frame(plate.url);
  const code = Float32Array.from(frame.rgb);
  if (view !== 'monitor') correctedCode(plate.profile, plate.shot)(code);
  return { width: frame.width, height: frame.height, code };
}

/** A plate through a cube, as it is shown in a view. */
export async function develop(frames: FrameCache, plate: PlateOrder, viewed: ViewedLook): Promise<Developed> {
  const { view } = viewed;
  const { cube, pipeline } = bakeFor(viewed, plate.profile);
  const { width, height, code } = await trimmedCode(frames, plate, view);
  const scene = Float32Array.from(code);
  pipeline.input(scene);
  applyTetrahedral(cube, code);
  const signal = code.map(pipeline.rendering.toSignal);
  return { width, height, signal, scene, pipeline };
}

/** A plate's picture, its working RGB before the look, and the order that made the one of the other. */
interface Developed {
  width: number;
  height: number;
  /** Display signal. */
  signal: Float32Array;
  scene: Float32Array;
  pipeline: CompiledOrder;
}

/** A look on a camera, without a cube. */
export const compiledFor = (look: ShownLook, luts: LutMap, profile: Profile): CompiledOrder =>
  baker.compile(orderOf({ look, view: 'look', luts, monitorOffsetStops: 0 }, profile));

/** Plates under looks by the exact recipe, which readings and proposals both look at, without a cube. */
export class Recipes {
  /**
   * What steps made of the plates that were looked at last: a change of a late step does not run the early ones. A few,
   * for each step holds a picture.
   */
  private readonly kept = new Recent<StageCache>(3);

  constructor(private readonly frames: FrameCache) {}

  private async lit({ url, shot, profile }: PlateOrder, { name }: ShownLook, pipeline: CompiledOrder) {
    const { width, height, rgb } = await this.frames.frame(url);
    const stages = this.kept.get(JSON.stringify([url, shot, profile, name]), () => {
      const scene = Float32Array.from(rgb);
      correctedCode(profile, shot)(scene);
      pipeline.input(scene);
      return new StageCache(scene);
    });
    return { width, height, stages };
  }

  /** A plate before the look. */
  async scene(plate: PlateOrder, look: ShownLook, luts: LutMap): Promise<Omit<Developed, 'signal'>> {
    const pipeline = compiledFor(look, luts, plate.profile);
    const { stages, ...size } = await this.lit(plate, look, pipeline);
    return { ...size, scene: stages.input, pipeline };
  }

  /** A plate under the look. */
  async develop(plate: PlateOrder, look: ShownLook, luts: LutMap): Promise<Developed> {
    const pipeline = compiledFor(look, luts, plate.profile);
    const { stages, ...size } = await this.lit(plate, look, pipeline);
    const rgb = stages.run(pipeline.lane);
    pipeline.output(rgb);
    return { ...size, signal: rgb.map(pipeline.rendering.toSignal), scene: stages.input, pipeline };
  }
}

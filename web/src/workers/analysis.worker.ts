import * as Comlink from 'comlink';
import { diagnose } from '@velvet-dusk/core/camera/document/diagnose';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/cube/apply';
import type { Cube3d } from '@velvet-dusk/core/cube/cube';
import { PreviewBaker } from '@velvet-dusk/core/cube/previewBaker';
import type { Look } from '@velvet-dusk/core/look/document';
import { stepEffects } from '@velvet-dusk/core/look/effect';
import { type Pipeline, trimCode } from '@velvet-dusk/core/look/pipeline';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { takeReadings } from '@velvet-dusk/core/readings/index';
import type { Area, Reading } from '@velvet-dusk/core/readings/reading';
import { type Verdict, worstVerdict } from '@velvet-dusk/core/readings/verdict';
import { type StopHistogram, stopHistogram } from '@velvet-dusk/core/scopes/stopHistogram';
import { type Vectorscope, vectorscope } from '@velvet-dusk/core/scopes/vectorscope';
import { type Waveform, waveform } from '@velvet-dusk/core/scopes/waveform';
import { FrameCache } from './frameCache.ts';
import { measureMarks, type MeasureOrder } from './measureMarks.ts';

/** Everything measured on the bench, off the main thread: scopes, readings, effects, thumbnails. */

export interface PlateOrder {
  id: string;
  url: string;
  profile: Profile;
  shot: Shot;
  skin: Area[];
}
export interface Analysis {
  waveform: Waveform;
  vectorscope: Vectorscope;
  histogram: StopHistogram;
  readings: Reading[];
  effects: Map<string, number>;
}
export interface Thumbnail {
  id: string;
  width: number;
  height: number;
  rgba: Uint8ClampedArray<ArrayBuffer>;
  verdict: Verdict;
}

const frames = new FrameCache(64);
/** Marks are read on frames as they are; a few are kept. */
const wholeFrames = new FrameCache(2);
const baker = new PreviewBaker();
const scopeSize = { columns: 320, levels: 180, vector: 200 };
/** Effects are means over this many pixels at most. */
const effectPixels = 2500;
const grid = 33;

const isNeutral = (shot: Shot) => Object.values(shot).every((v) => v === 0);

/** A plate's picture under a cube, and its working RGB before the look. */
async function develop(plate: PlateOrder, cube: Cube3d, pipeline: Pipeline) {
  const frame = await frames.frame(plate.url);
  const code = Float32Array.from(frame.rgb);
  if (!isNeutral(plate.shot)) trimCode(makeCodec(plate.profile), plate.shot)(code);
  const scene = Float32Array.from(code);
  pipeline.input(scene);
  applyTetrahedral(cube, code);
  const signal = code.map(pipeline.rendering.toSignal);
  return { width: frame.width, height: frame.height, signal, scene };
}

function thin(rgb: Float32Array, pixels: number): Float32Array {
  const step = Math.max(1, Math.floor(rgb.length / 3 / pixels));
  const out = new Float32Array(Math.floor(rgb.length / 3 / step) * 3);
  for (let i = 0; i < out.length; i += 3) out.set(rgb.subarray(i * step, i * step + 3), i);
  return out;
}

/** What the scopes and readings look at: the camera code, the normalised picture or the look. */
export type AnalysedView = 'recorded' | 'normalised' | 'look';

function bakeFor(look: Look, profile: Profile, view: AnalysedView) {
  const role = view === 'look' ? ('combined' as const) : ('conversion' as const);
  return baker.bake({ look, profile, role, grid });
}

const analysis = {
  /** Single changes under which a maker's table agrees. */
  diagnose: (profile: Profile) => diagnose(profile),

  async analyse(order: { look: Look; plate: PlateOrder; view: AnalysedView }): Promise<Analysis> {
    const { look, plate, view } = order;
    const { cube, pipeline } = bakeFor(look, plate.profile, view);
    const picture = await develop(plate, cube, pipeline);
    const shown = view === 'recorded' ? (await frames.frame(plate.url)).rgb : picture.signal;
    return {
      waveform: waveform(shown, picture.width, scopeSize.columns, scopeSize.levels),
      vectorscope: vectorscope(shown, scopeSize.vector),
      histogram: stopHistogram(picture.scene),
      readings: takeReadings({ ...picture, pipeline, skin: plate.skin }),
      effects: stepEffects(look, pipeline.rendering, thin(picture.scene, effectPixels)),
    };
  },

  /** Reads the marks of a plate on its whole frame. */
  async measure(order: Omit<MeasureOrder, 'frame'> & { url: string }) {
    return measureMarks({ ...order, frame: await wholeFrames.frame(order.url) });
  },

  async thumbnails(look: Look, plates: PlateOrder[], view: AnalysedView = 'look'): Promise<Thumbnail[]> {
    const baked = new Map<string, ReturnType<typeof bakeFor>>();
    const out: Thumbnail[] = [];
    for (const plate of plates) {
      let made = baked.get(plate.profile.id);
      if (!made) baked.set(plate.profile.id, (made = bakeFor(look, plate.profile, view)));
      const picture = await develop(plate, made.cube, made.pipeline);
      const readings = takeReadings({ ...picture, pipeline: made.pipeline, skin: plate.skin });
      const { width, height } = picture;
      const signal = view === 'recorded' ? (await frames.frame(plate.url)).rgb : picture.signal;
      const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
      for (let i = 0; i < width * height; i++)
        for (let c = 0; c < 3; c++) rgba[i * 4 + c] = signal[i * 3 + c] * 255;
      out.push({ id: plate.id, width, height, rgba, verdict: worstVerdict(readings.map((r) => r.verdict)) });
    }
    return Comlink.transfer(
      out,
      out.map((t) => t.rgba.buffer),
    );
  },
};

export type AnalysisEngine = typeof analysis;
Comlink.expose(analysis);

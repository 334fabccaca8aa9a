import * as Comlink from 'comlink';
import { diagnose } from '@velvet-dusk/core/camera/document/diagnose';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { compileLook } from '@velvet-dusk/core/look/compile';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { stepEffects } from '@velvet-dusk/core/look/effect';
import { takeReadings } from '@velvet-dusk/core/readings/index';
import { luminanceMoved } from '@velvet-dusk/core/readings/luminanceMoved';
import type { Reading } from '@velvet-dusk/core/readings/reading';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { type Verdict, worstVerdict } from '@velvet-dusk/core/numeric/verdict';
import { type ColourDistribution, colourDistribution } from '@velvet-dusk/core/scopes/colourDistribution';
import { type StopHistogram, stopHistogram } from '@velvet-dusk/core/scopes/stopHistogram';
import { type Vectorscope, vectorscope } from '@velvet-dusk/core/scopes/vectorscope';
import { type Waveform, waveform } from '@velvet-dusk/core/scopes/waveform';
import { applyTetrahedral } from '@velvet-dusk/core/lut/apply';
import { isHdr, referenceOf } from '@velvet-dusk/core/render/display';
import { type AboveWhite, aboveWhite } from '@velvet-dusk/core/scopes/light';
import {
  type AnalysedView,
  bakeFor,
  develop,
  type PlateOrder,
  recipeSignal,
  trimmedCode,
  type ViewedLook,
} from './develop.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { measureMarks, type MeasureOrder } from './measureMarks.ts';
import { type SampleOrder, sampleColour } from './sample.ts';
import { whereMask } from './whereMask.ts';

/** Everything measured on the bench, off the main thread: scopes, readings, effects, thumbnails. */

export interface Analysis {
  waveform: Waveform;
  /** Where the picture is shown on an HDR display: what of it lies above reference white. Levels are then light. */
  aboveWhite: AboveWhite | null;
  vectorscope: Vectorscope;
  histogram: StopHistogram;
  readings: Reading[];
  /** What colour only leaves: 95 % of the plate's pixels move by less, % of the signal. Null where it is off. */
  luminanceMoved: number | null;
  /** Colours of the plate as they reach the chosen step. */
  distribution: ColourDistribution;
  /** Pixels the chosen reading is taken from; null where none is chosen or it is of the look alone. */
  where: { width: number; height: number; mask: Uint8Array } | null;
}
export interface AnalysisOrder {
  look: ShownLook;
  plate: PlateOrder;
  view: AnalysedView;
  practice: PracticeSettings;
  /** True while a control moves: quick and a little coarser. */
  moving: boolean;
  /** The chosen step and reading; empty for none. */
  stepId: string;
  readingId: string;
}
export interface Thumbnail {
  id: string;
  width: number;
  height: number;
  rgba: Uint8ClampedArray<ArrayBuffer>;
  verdict: Verdict;
}

const frames = new FrameCache(cachedPixels.stack);
/** Marks and probes are read on frames as they are; a few are kept. */
const wholeFrames = new FrameCache(cachedPixels.frames);
const scopeSize = { columns: 320, levels: 180, vector: 200 };
/** Effects are means over this many pixels at most, distributions counts over these. */
const effectPixels = 2500;
const distributionPixels = 12_000;

function thin(rgb: Float32Array, pixels: number): Float32Array {
  const step = Math.max(1, Math.floor(rgb.length / 3 / pixels));
  const out = new Float32Array(Math.floor(rgb.length / 3 / step) * 3);
  for (let i = 0; i < out.length; i += 3) out.set(rgb.subarray(i * step, i * step + 3), i);
  return out;
}

/** Light of an HDR display as perceptual quantiser; null where the display has none above reference white. */
async function lightOf(
  { look, practice, ...viewed }: Omit<ViewedLook, 'monitorOffsetStops'> & { practice: PracticeSettings },
  plate: PlateOrder,
): Promise<Float32Array | null> {
  if (!isHdr(look.rendering)) return null;
  const { monitorOffsetStops } = practice;
  const shown: ShownLook = { ...look, rendering: { ...look.rendering, part: 'light' } };
  const { cube } = bakeFor({ ...viewed, look: shown, monitorOffsetStops }, plate.profile);
  const { code } = await trimmedCode(frames, plate, viewed.view);
  applyTetrahedral(cube, code);
  return code;
}

export const analysis = {
  /** Single changes under which a maker's table agrees. */
  diagnose: (profile: Profile) => diagnose(profile),

  async analyse({
    look,
    plate,
    view,
    practice,
    moving,
    stepId,
    readingId,
  }: AnalysisOrder): Promise<Analysis> {
    const luts = await lutMapFor(look);
    const baked = bakeFor(
      { look, view, luts, monitorOffsetStops: practice.monitorOffsetStops, moving },
      plate.profile,
    );
    const { pipeline } = baked;
    const picture = await develop(frames, plate, view, baked);
    const hdr = view === 'recorded' ? null : await lightOf({ look, view, luts, practice, moving }, plate);
    const shown = view === 'recorded' ? (await frames.frame(plate.url)).rgb : picture.signal;
    // At rest readings are of the recipe, as proposals are; the coarse cube serves while a control moves.
    const signal = view === 'look' && !moving ? recipeSignal(picture.scene, pipeline) : picture.signal;
    const { marks, profile, bits } = plate;
    const context = { ...picture, signal, pipeline, marks, practice, recording: { profile, bits } };
    const at = look.steps.findIndex((s) => s.id === stepId);
    const before = thin(picture.scene, distributionPixels);
    const steps = look.steps.slice(0, Math.max(at, 0));
    compileLook({ ...look, steps, colourOnly: false }, luts).run(before);
    return {
      waveform: waveform(hdr ?? shown, picture.width, scopeSize.columns, scopeSize.levels),
      aboveWhite: hdr && aboveWhite(hdr, referenceOf(look.rendering)!),
      vectorscope: vectorscope(shown, scopeSize.vector),
      histogram: stopHistogram(picture.scene),
      readings: takeReadings(context),
      luminanceMoved: look.colourOnly ? luminanceMoved(thin(picture.scene, effectPixels), pipeline) : null,
      distribution: colourDistribution(before),
      where: readingId ? whereMask(readingId, context) : null,
    };
  },

  /** Mean ΔE2000 of each step on a plate. */
  async effects({ look, plate }: Pick<AnalysisOrder, 'look' | 'plate'>): Promise<Map<string, number>> {
    const luts = await lutMapFor(look);
    const baked = bakeFor({ look, view: 'look', luts, monitorOffsetStops: 0 }, plate.profile);
    const { scene } = await develop(frames, plate, 'look', baked);
    return stepEffects(look, baked.pipeline.rendering, thin(scene, effectPixels), luts);
  },

  /** Reads the marks of a plate on its whole frame. */
  async measure(order: Omit<MeasureOrder, 'frame'> & { url: string }) {
    return measureMarks({ ...order, frame: await wholeFrames.frame(order.url) });
  },

  /** Reads one place of the picture, for a probe or a pick. */
  async sample(order: SampleOrder) {
    return sampleColour(await wholeFrames.frame(order.plate.url), order, await lutMapFor(order.look));
  },

  async thumbnails(
    look: ShownLook,
    plates: PlateOrder[],
    practice: PracticeSettings,
    view: AnalysedView = 'look',
  ): Promise<Thumbnail[]> {
    const viewed = {
      look,
      view,
      luts: await lutMapFor(look),
      monitorOffsetStops: practice.monitorOffsetStops,
    };
    const out: Thumbnail[] = [];
    for (const plate of plates) {
      const baked = bakeFor(viewed, plate.profile);
      const picture = await develop(frames, plate, view, baked);
      const { pipeline } = baked;
      const exact = view === 'look' ? recipeSignal(picture.scene, pipeline) : picture.signal;
      const { marks, profile, bits } = plate;
      const recording = { profile, bits };
      const context = { ...picture, signal: exact, pipeline, marks, practice, recording };
      const readings = takeReadings(context);
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

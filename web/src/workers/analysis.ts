import { type Bends, mendRollOff } from '@velvet-dusk/core/proposals/mendRollOff';
import * as Comlink from 'comlink';
import { diagnose } from '@velvet-dusk/core/camera/document/diagnose';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { compileLook } from '@velvet-dusk/core/look/compile';
import { acceptedOn } from '@velvet-dusk/core/look/acceptedMisses';
import { lookOnPlate } from '@velvet-dusk/core/look/onPlate';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { stepEffects } from '@velvet-dusk/core/look/effect';
import { RecentWork } from '@velvet-dusk/core/numeric/recent';
import { type ToneShape, toneShapeOf } from '@velvet-dusk/core/readings/toneShape';
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
  compiledFor,
  develop,
  type PlateOrder,
  Recipes,
  trimmedCode,
  type ViewedLook,
} from './develop.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { pickPlace, suggestPlaces } from './pickMarks.ts';
import { measureMarks, type MeasureOrder } from './measureMarks.ts';
import { type SampleOrder, sampleColour, sampleStill, type StillSample } from './sample.ts';
import { toImage } from './toImage.ts';
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
export interface Judged {
  image: ImageData;
  verdict: Verdict;
  /** Labels of readings whose misses are accepted. */
  accepted: string[];
}

const frames = new FrameCache(cachedPixels.stack);
/** Marks and probes are read on frames as they are; a few are kept. */
const wholeFrames = new FrameCache(cachedPixels.frames);
const recipes = new Recipes(frames);
/** Scopes of a picture that is finished: it has no light of a scene. */
export type StillScopes = Pick<Analysis, 'waveform' | 'vectorscope'>;

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

/** A look in a view. */
interface Seen {
  look: ShownLook;
  view: AnalysedView;
  practice: PracticeSettings;
  /** True while a control moves. */
  moving?: boolean;
}

async function viewed({ practice, ...seen }: Seen): Promise<ViewedLook> {
  return { ...seen, luts: await lutMapFor(seen.look), monitorOffsetStops: practice.monitorOffsetStops };
}

/** A plate in a view: a look at rest by its recipe, as proposals see it; anything else through a cube. */
async function picture(seen: Seen, plate: PlateOrder) {
  const { view, moving } = seen;
  const look = lookOnPlate(seen.look, plate.strengths);
  if (view === 'look' && !moving) return recipes.develop(plate, look, await lutMapFor(look));
  return develop(frames, plate, await viewed({ ...seen, look }));
}

async function takeAll(seen: Seen, plate: PlateOrder) {
  const { marks, profile, bits } = plate;
  const context = {
    ...(await picture(seen, plate)),
    marks,
    practice: seen.practice,
    recording: { profile, bits },
    // Without a look it is the plate that is judged.
    asShot: seen.view === 'look' || seen.view === 'monitor' ? undefined : null,
    accepted: acceptedOn(seen.look, plate),
  };
  return { context, readings: takeReadings(context) };
}

const lately = new RecentWork<Awaited<ReturnType<typeof takeAll>>>(4);

/** A plate in a view and its readings. What a thumbnail or a step that is chosen asks for has often just been measured. */
function measured({ look, view, practice, moving = false }: Seen, plate: PlateOrder) {
  const seen = { look, view, practice, moving };
  return lately.get(JSON.stringify([seen, plate]), () => takeAll(seen, plate));
}

/** Light of an HDR display as perceptual quantiser; null where the display has none above reference white. */
async function lightOf(seen: Seen, plate: PlateOrder): Promise<Float32Array | null> {
  const { view } = seen;
  const look = lookOnPlate(seen.look, plate.strengths);
  if (!isHdr(look.rendering)) return null;
  const light: ShownLook = { ...look, rendering: { ...look.rendering, part: 'light' } };
  const { cube } = bakeFor({ ...(await viewed(seen)), look: light }, plate.profile);
  const { code } = await trimmedCode(frames, plate, view);
  applyTetrahedral(cube, code);
  return code;
}

const transferred = (image: ImageData) => Comlink.transfer(image, [image.data.buffer]);

export const analysis = {
  /** Single changes under which a maker's table agrees. */
  diagnose: (profile: Profile) => diagnose(profile),

  async analyse({ plate, stepId, readingId, ...seen }: AnalysisOrder): Promise<Analysis> {
    const { look, view } = seen;
    const { context, readings } = await measured(seen, plate);
    const { scene, signal, pipeline, width } = context;
    const hdr = view === 'recorded' ? null : await lightOf(seen, plate);
    const shown = view === 'recorded' ? (await frames.frame(plate.url)).rgb : signal;
    const at = look.steps.findIndex((s) => s.id === stepId);
    const before = thin(scene, distributionPixels);
    const steps = look.steps.slice(0, Math.max(at, 0));
    compileLook({ ...look, steps, colourOnly: false }, await lutMapFor(look)).run(before);
    return {
      waveform: waveform(hdr ?? shown, width, scopeSize.columns, scopeSize.levels),
      aboveWhite: hdr && aboveWhite(hdr, referenceOf(look.rendering)!),
      vectorscope: vectorscope(shown, scopeSize.vector),
      histogram: stopHistogram(scene),
      readings,
      luminanceMoved: look.colourOnly ? luminanceMoved(thin(scene, effectPixels), pipeline) : null,
      distribution: colourDistribution(before),
      where: readingId ? whereMask(readingId, context) : null,
    };
  },

  /** Scopes of a finished still, whose codes are its signal. @param url of its small frame. */
  async stillScopes(url: string): Promise<StillScopes> {
    const { rgb, width } = await frames.frame(url);
    return {
      waveform: waveform(rgb, width, scopeSize.columns, scopeSize.levels),
      vectorscope: vectorscope(rgb, scopeSize.vector),
    };
  },

  /** A place of a finished still. @param url of its whole frame. @param x @param y in shares of width and height. */
  async sampleStill(url: string, x: number, y: number): Promise<StillSample> {
    return sampleStill(await wholeFrames.frame(url), x, y);
  },

  /** Mean ΔE2000 of each step on a plate. */
  async effects({ look: said, plate }: Pick<AnalysisOrder, 'look' | 'plate'>): Promise<Map<string, number>> {
    const look = lookOnPlate(said, plate.strengths);
    const luts = await lutMapFor(look);
    const { scene, pipeline } = await recipes.scene(plate, look, luts);
    return stepEffects(look, pipeline.rendering, thin(scene, effectPixels), luts);
  },

  /** How the tones of a look run out, and its contrast step by step. */
  async toneShape(look: ShownLook, profile: Profile): Promise<ToneShape> {
    const luts = await lutMapFor(look);
    return toneShapeOf(look, compiledFor(look, luts, profile), luts);
  },

  /** Bends that bring the toe and the shoulder of a look within the bands of a practice; null where none does. */
  async mendRollOff(look: ShownLook, profile: Profile, practice: PracticeSettings): Promise<Bends | null> {
    const luts = await lutMapFor(look);
    return mendRollOff(look, compiledFor(look, luts, profile), practice, luts);
  },

  /** Reads the marks of a plate on its whole frame. */
  async measure(order: Omit<MeasureOrder, 'frame'> & { url: string }) {
    return measureMarks({ ...order, frame: await wholeFrames.frame(order.url) });
  },

  /** The box about a click on the whole frame, as what it is marked. */
  pickPlace: (order: Parameters<typeof pickPlace>[1]) => pickPlace(wholeFrames, order),

  /** Places that look like a kind of mark. */
  suggestPlaces: (order: Parameters<typeof suggestPlaces>[1]) => suggestPlaces(wholeFrames, order),

  /** Reads one place of the picture, for a probe or a pick. */
  async sample(order: SampleOrder) {
    const look = lookOnPlate(order.look, order.plate.strengths);
    return sampleColour(await wholeFrames.frame(order.plate.url), { ...order, look }, await lutMapFor(look));
  },

  /** A plate as it is shown in a view. */
  async picture(seen: Seen, plate: PlateOrder): Promise<ImageData> {
    if (seen.view === 'recorded') {
      const { rgb, width, height } = await frames.frame(plate.url);
      return transferred(toImage(rgb, width, height));
    }
    const { signal, width, height } = await picture(seen, plate);
    return transferred(toImage(signal, width, height));
  },

  /** A plate under a look, and whether its readings hold. */
  async judged(seen: Omit<Seen, 'view'>, plate: PlateOrder): Promise<Judged> {
    const { context, readings } = await measured({ ...seen, view: 'look' }, plate);
    const image = toImage(context.signal, context.width, context.height);
    const verdict = worstVerdict(readings.map((r) => r.verdict));
    const accepted = readings.filter((r) => r.accepted !== undefined).map((r) => r.label);
    return Comlink.transfer({ image, verdict, accepted }, [image.data.buffer]);
  },
};

export type AnalysisEngine = typeof analysis;

import { oncePer } from '../numeric/oncePer.ts';
import { Recent } from '../numeric/recent.ts';
import { sparse } from '../numeric/sparse.ts';
import type { Profile } from '../camera/profile.ts';
import { type AcceptedMisses, acceptedOn } from '../look/acceptedMisses.ts';
import type { Look } from '../look/document.ts';
import { type CompiledLook, compileLook, StepCache } from '../look/compile.ts';
import { correctLight, neutralShot, type Shot, shotKeys } from '../look/shot.ts';
import { shownOn } from '../look/shown.ts';
import { StageCache } from '../look/stageCache.ts';
import { compileOrder } from '../order/pipeline.ts';
import { roles } from '../order/roles/index.ts';
import type { LutMap } from '../look/steps/step.ts';
import { readingDefinition, readingDefinitions, takeReading } from '../readings/index.ts';
import { beforeLook, type Reading, type ReadingContext } from '../readings/reading.ts';
import type { MarkedAreas } from '../recording/areas.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { Display } from '../render/display.ts';

/** A plate small enough to be developed again and again. */
export interface EvaluatedPlate {
  width: number;
  height: number;
  /** Its pixels as `correct` takes them, interleaved. */
  recorded: Float32Array;
  /** Turns what was recorded into working RGB, corrected as a shot says, in place. */
  correct(shot: Shot): (rgb: Float32Array) => void;
  /** Its shot lane as it is. */
  shot: Shot;
  /** The balance and exposure that its own grey card or neutral asks for; none where nothing is marked or it cannot be read. */
  card?: Partial<Shot> | undefined;
  profile: Profile;
  /** Bits it was recorded in; none where that is not known. */
  bits?: number | undefined;
  /** What it is shown on. */
  display: Display;
  marks: MarkedAreas;
  /** Readings that are meant to miss on it. */
  acceptedMisses?: AcceptedMisses | undefined;
  /** How strong it takes looks, 0–1; as strong as they say where there is none. */
  strength?: number | undefined;
}

/** A plate of which the light is known, and that nothing was corrected of. */
export const plateOfLight = (light: Float32Array): Pick<EvaluatedPlate, 'recorded' | 'correct' | 'shot'> => ({
  recorded: light,
  correct: correctLight,
  shot: neutralShot,
});

/** A change that is being tried: a look, and the shot lane of the plate. */
export interface Change {
  look: Look;
  shot: Shot;
}

/** Some pixels of a plate, and what steps made of them, as it was corrected at first and as it was at last. */
interface Developed {
  width: number;
  height: number;
  recorded: Float32Array;
  own: StageCache;
  last: { shot: Shot; stages: StageCache } | null;
}

/** Plates before any look, by what holds their light. */
const plainOf = oncePer((_stages: StageCache) => new Recent<ReadingContext>(2));

const isSame = (a: Shot, b: Shot) => shotKeys.every((key) => a[key] === b[key]);

/**
 * Takes readings of a plate under changed looks and shots, by the exact recipe: of the whole plate, as the table of readings
 * does, and of fewer of its pixels where a setting is searched for.
 */
export class PlateEvaluator {
  private readonly atRest: Developed;
  private readonly searched: Developed;

  /**
   * @param searchPixels pixels a search looks at; all of them where none are said.
   * @param cache of steps, for evaluators that are asked about the same looks.
   */
  constructor(
    readonly plate: EvaluatedPlate,
    readonly practice: PracticeSettings,
    private readonly luts?: LutMap,
    searchPixels = Infinity,
    private readonly cache = new StepCache(),
  ) {
    const { recorded, width, height } = plate;
    this.atRest = this.developed({ recorded, width, height });
    if (width * height <= searchPixels) this.searched = this.atRest;
    else {
      const { rgb, ...small } = sparse(recorded, width, height, searchPixels);
      this.searched = this.developed({ ...small, recorded: rgb });
    }
  }

  /** The plate as it is, under a look. */
  asItIs = (look: Look): Change => ({ look, shot: this.plate.shot });

  private lit(recorded: Float32Array, shot: Shot): StageCache {
    const light = Float32Array.from(recorded);
    this.plate.correct(shot)(light);
    return new StageCache(light);
  }

  private developed(pixels: Pick<Developed, 'width' | 'height' | 'recorded'>): Developed {
    return { ...pixels, own: this.lit(pixels.recorded, this.plate.shot), last: null };
  }

  private stagesOf(pixels: Developed, shot: Shot): StageCache {
    if (isSame(shot, this.plate.shot)) return pixels.own;
    if (!pixels.last || !isSame(shot, pixels.last.shot))
      pixels.last = { shot, stages: this.lit(pixels.recorded, shot) };
    return pixels.last.stages;
  }

  /** A look as strong as the plate takes it: what is offered of it keeps the strength that it says. */
  private taken = (look: Look): Look => ({ ...look, strength: this.plate.strength ?? look.strength });

  context({ look, shot }: Change, pixels = this.atRest): ReadingContext {
    const { profile, bits, display, marks } = this.plate;
    const { width, height } = pixels;
    const order = roles.combined.order({ look: this.taken(look), profile, display });
    const pipeline = compileOrder(order, { luts: this.luts, cache: this.cache });
    const stages = this.stagesOf(pixels, shot);
    const scene = stages.input;
    const rgb = stages.run(pipeline.lane);
    pipeline.output(rgb);
    const signal = rgb.map(pipeline.rendering.toSignal);
    const recording = bits === undefined ? undefined : { profile, bits };
    const accepted = acceptedOn(look, this.plate);
    const { practice } = this;
    const context = { width, height, signal, scene, pipeline, marks, practice, recording, accepted };
    // A look is tried again and again; the plate before it is the same until its shot or the tone scale changes.
    const asShot = () =>
      plainOf(stages).get(JSON.stringify(look.rendering), () =>
        beforeLook({ ...context, asShot: undefined }),
      );
    return { ...context, asShot };
  }

  /** The plate under a change, in the pixels that a search looks at. */
  sampled = (change: Change): ReadingContext => this.context(change, this.searched);

  /** The lane of a look on the plate's display. */
  laneOf(look: Look): CompiledLook {
    return compileLook(shownOn(this.taken(look), this.plate.display), this.luts, this.cache);
  }

  /** Every reading under a change. */
  readAll(change: Change): Reading[] {
    const context = this.context(change);
    return readingDefinitions.map((d) => takeReading(d, context));
  }

  /** One reading, as a search takes it: how far it is missed, whoever made it so. */
  read(id: string, change: Change): Reading {
    return takeReading(readingDefinition(id), { ...this.sampled(change), asShot: null });
  }
}

/** How far all readings together lie outside their bands. */
export const totalMiss = (readings: readonly Reading[]) => readings.reduce((sum, r) => sum + r.miss, 0);

import { sparse } from '../numeric/sparse.ts';
import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { type CompiledLook, compileLook, StepCache } from '../look/compile.ts';
import { shownOn } from '../look/shown.ts';
import { StageCache } from '../look/stageCache.ts';
import { compileOrder } from '../order/pipeline.ts';
import { roles } from '../order/roles/index.ts';
import type { LutMap } from '../look/steps/step.ts';
import { readingDefinition, readingDefinitions, takeReading } from '../readings/index.ts';
import type { Reading, ReadingContext } from '../readings/reading.ts';
import type { MarkedAreas } from '../recording/areas.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { Display } from '../render/display.ts';

/** A plate small enough to be developed again and again: working RGB after its shot lane, before the look. */
export interface EvaluatedPlate {
  width: number;
  height: number;
  scene: Float32Array;
  profile: Profile;
  /** Bits it was recorded in; none where that is not known. */
  bits?: number | undefined;
  /** What it is shown on. */
  display: Display;
  marks: MarkedAreas;
}

/** A change that is being tried: a look, and stops added to the plate's own exposure. */
export interface Change {
  look: Look;
  exposure: number;
}

/**
 * Takes readings of a plate under changed looks, by the exact recipe: of the whole plate, as the table of readings does,
 * and of fewer of its pixels where a setting is searched for.
 */
export class PlateEvaluator {
  private readonly cache = new StepCache();
  private readonly atRest: { plate: EvaluatedPlate; stages: StageCache };
  private readonly searched: { plate: EvaluatedPlate; stages: StageCache };

  /** @param searchPixels pixels a search looks at; all of them where none are said. */
  constructor(
    readonly plate: EvaluatedPlate,
    readonly practice: PracticeSettings,
    private readonly luts?: LutMap,
    searchPixels = Infinity,
  ) {
    this.atRest = { plate, stages: new StageCache(plate.scene) };
    const { scene, width, height } = plate;
    if (width * height <= searchPixels) this.searched = this.atRest;
    else {
      const small = sparse(scene, width, height, searchPixels);
      this.searched = {
        plate: { ...plate, width: small.width, height: small.height, scene: small.rgb },
        stages: new StageCache(small.rgb),
      };
    }
  }

  context({ look, exposure }: Change, { plate, stages: atRest } = this.atRest): ReadingContext {
    const { profile, bits, display, width, height, marks } = plate;
    const order = roles.combined.order({ look, profile, display });
    const pipeline = compileOrder(order, { luts: this.luts, cache: this.cache });
    const gain = 2 ** exposure;
    const stages = exposure === 0 ? atRest : new StageCache(plate.scene.map((v) => v * gain));
    const scene = stages.input;
    const rgb = stages.run(pipeline.lane);
    pipeline.output(rgb);
    const signal = rgb.map(pipeline.rendering.toSignal);
    const recording = bits === undefined ? undefined : { profile, bits };
    return { width, height, signal, scene, pipeline, marks, practice: this.practice, recording };
  }

  /** The lane of a look on the plate's display. */
  laneOf(look: Look): CompiledLook {
    return compileLook(shownOn(look, this.plate.display), this.luts, this.cache);
  }

  /** Every reading under a change. */
  readAll(change: Change): Reading[] {
    const context = this.context(change);
    return readingDefinitions.map((d) => takeReading(d, context));
  }

  /** One reading, as a search takes it. */
  read(id: string, change: Change): Reading {
    return takeReading(readingDefinition(id), this.context(change, this.searched));
  }
}

/** How far all readings together lie outside their bands. */
export const totalMiss = (readings: readonly Reading[]) => readings.reduce((sum, r) => sum + r.miss, 0);

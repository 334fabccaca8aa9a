import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { StepCache } from '../look/compile.ts';
import { HeldStages } from '../look/heldStages.ts';
import { compilePipeline } from '../look/pipeline.ts';
import type { LutShelf } from '../look/steps/step.ts';
import { readingDefinition, readingDefinitions, takeReading } from '../readings/index.ts';
import type { MarkedAreas, Reading, ReadingContext } from '../readings/reading.ts';
import type { Schools } from '../readings/schools.ts';

/** A plate small enough to be developed again and again: working RGB after its shot lane, before the look. */
export interface TrialPlate {
  width: number;
  height: number;
  scene: Float32Array;
  profile: Profile;
  marks: MarkedAreas;
}

/** A change that is being tried: a look, and stops added to the plate's own exposure. */
export interface Change {
  look: Look;
  exposure: number;
}

/** Takes readings of a plate under changed looks, by the exact recipe. */
export class Trial {
  private readonly cache = new StepCache();
  private readonly atRest: HeldStages;

  constructor(
    readonly plate: TrialPlate,
    readonly schools: Schools,
    private readonly luts?: LutShelf,
  ) {
    this.atRest = new HeldStages(plate.scene);
  }

  context({ look, exposure }: Change): ReadingContext {
    const { profile, width, height, marks } = this.plate;
    const pipeline = compilePipeline({ profile, look, luts: this.luts, cache: this.cache });
    const gain = 2 ** exposure;
    const stages = exposure === 0 ? this.atRest : new HeldStages(this.plate.scene.map((v) => v * gain));
    const scene = stages.input;
    const rgb = stages.run(pipeline.lane);
    pipeline.output(rgb);
    const signal = rgb.map(pipeline.rendering.toSignal);
    return { width, height, signal, scene, pipeline, marks, schools: this.schools };
  }

  /** Every reading under a change. */
  readAll(change: Change): Reading[] {
    const context = this.context(change);
    return readingDefinitions.map((d) => takeReading(d, context));
  }

  read(id: string, change: Change): Reading {
    return takeReading(readingDefinition(id), this.context(change));
  }
}

/** How far all readings together lie outside their bands. */
export const totalMiss = (readings: readonly Reading[]) => readings.reduce((sum, r) => sum + r.miss, 0);

/** Every n-th pixel of a picture across and down, so that about `most` are left. */
export function sparse(rgb: Float32Array, width: number, height: number, most: number) {
  const step = Math.max(1, Math.ceil(Math.sqrt((width * height) / most)));
  const [w, h] = [Math.floor(width / step), Math.floor(height / step)];
  const out = new Float32Array(w * h * 3);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const from = ((y * step + (step >> 1)) * width + x * step + (step >> 1)) * 3;
      out.set(rgb.subarray(from, from + 3), (y * w + x) * 3);
    }
  return { width: w, height: h, rgb: out };
}

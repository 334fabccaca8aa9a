import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { compilePipeline, type Pipeline } from '../look/pipeline.ts';
import { StepCache } from '../look/compile.ts';
import { HeldStages } from '../look/heldStages.ts';
import { neutralShot } from '../look/shot.ts';
import type { LutShelf } from '../look/steps/step.ts';
import { type Cube3d, unitDomain } from './cube.ts';
import { type RoleId, roles } from './roles.ts';

export interface PreviewOrder {
  look: Look;
  profile: Profile;
  role: RoleId;
  grid: number;
  luts?: LutShelf | undefined;
  /** Stops by which a camera's own screen shows the picture darker. */
  darker?: number;
}

export interface BakedPreview {
  cube: Cube3d;
  pipeline: Pipeline;
}

/** A grid as it comes from the camera side, and what the stages of the last look made of it. */
interface HeldGrid {
  profile: Profile;
  stages: HeldStages;
}

/**
 * Bakes the same cube again and again while a look is edited. The camera side of a grid does not depend on the
 * look, and steps before the one that changed give what they gave before, so both are kept per profile and grid; the
 * rest is the same compiled pipeline as in `bake`.
 */
export class PreviewBaker {
  private readonly grids = new Map<string, HeldGrid>();
  private readonly cache = new StepCache();

  /** @param mostGrids profiles and sizes kept: each holds what every step of a look gave. */
  constructor(private readonly mostGrids = 8) {}

  /** Grids kept now. */
  get kept(): number {
    return this.grids.size;
  }

  bake(order: PreviewOrder): BakedPreview {
    const work = this.bakeInParts(order);
    let part = work.next();
    while (!part.done) part = work.next();
    return part.value;
  }

  /** The same with a pause after each step, for whoever may want to break off; what is broken off leaves no trace. */
  *bakeInParts(order: PreviewOrder): Generator<void, BakedPreview, void> {
    const { look, profile, role, grid, luts, darker = 0 } = order;
    const shot = { ...neutralShot, exposure: -darker };
    const { cache } = this;
    const pipeline = compilePipeline({ look, profile, luts, shot, cache, withLook: roles[role].withLook });
    const held = this.held(pipeline, profile, `${profile.id} ${grid} ${darker}`, grid);
    const data = yield* held.stages.runInParts(pipeline.lane);
    pipeline.output(data);
    return { cube: { kind: '3d', size: grid, ...unitDomain, data, title: '', comments: [] }, pipeline };
  }

  private held(pipeline: Pipeline, profile: Profile, key: string, grid: number): HeldGrid {
    const known = this.grids.get(key);
    this.grids.delete(key);
    if (known && JSON.stringify(known.profile) === JSON.stringify(profile)) {
      // The latest asked for goes last.
      this.grids.set(key, known);
      return known;
    }
    if (this.grids.size >= this.mostGrids) this.grids.delete(this.grids.keys().next().value!);
    const made = { profile, stages: new HeldStages(pipeline.inputGrid(grid)) };
    this.grids.set(key, made);
    return made;
  }
}

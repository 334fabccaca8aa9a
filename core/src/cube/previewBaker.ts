import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { compilePipeline, type Pipeline } from '../look/pipeline.ts';
import { StepCache } from '../look/compile.ts';
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

/** A grid as it comes from the camera side, and as it left each stage of the last look baked on it. */
interface HeldGrid {
  profile: Profile;
  input: Float32Array;
  stages: { key: string; rgb: Float32Array }[];
}

/**
 * Bakes the same cube again and again while a look is edited. The camera side of a grid does not depend on the
 * look, and steps before the one that changed give what they gave before, so both are kept per profile and grid; the
 * rest is the same compiled pipeline as in `bake`.
 */
export class PreviewBaker {
  private readonly grids = new Map<string, HeldGrid>();
  private readonly cache = new StepCache();

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
    const data = yield* runStages(pipeline, held);
    pipeline.output(data);
    return { cube: { kind: '3d', size: grid, ...unitDomain, data, title: '', comments: [] }, pipeline };
  }

  private held(pipeline: Pipeline, profile: Profile, key: string, grid: number): HeldGrid {
    const known = this.grids.get(key);
    if (known && JSON.stringify(known.profile) === JSON.stringify(profile)) return known;
    const made = { profile, input: pipeline.inputGrid(grid), stages: [] };
    this.grids.set(key, made);
    return made;
  }
}

/** The look lane from the first stage that differs from the last time. */
function* runStages({ lane }: Pipeline, held: HeldGrid): Generator<void, Float32Array, void> {
  const { input, stages } = held;
  if (lane.stages.length === 0) return Float32Array.from(input);
  let same = 0;
  while (same < stages.length && stages[same].key === lane.stages[same]?.key) same++;
  const data = Float32Array.from(same > 0 ? stages[same - 1].rgb : input);
  const made: HeldGrid['stages'] = [];
  for (const stage of lane.stages.slice(same)) {
    stage.run(data);
    made.push({ key: stage.key, rgb: Float32Array.from(data) });
    yield;
  }
  held.stages = [...stages.slice(0, same), ...made];
  lane.finish(input, data);
  return data;
}

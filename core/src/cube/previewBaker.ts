import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { compilePipeline, type Pipeline } from '../look/pipeline.ts';
import { neutralShot } from '../look/shot.ts';
import type { LutShelf } from '../look/steps/step.ts';
import { type Cube3d, gridCodes, unitDomain } from './cube.ts';
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

/**
 * Bakes the same cube again and again while a look is edited. The camera side of a grid does not depend on the
 * look, so its working RGB is kept per profile and grid; the rest is the same compiled pipeline as in `bake`.
 */
export class PreviewBaker {
  private readonly inputs = new Map<string, { profile: Profile; rgb: Float32Array }>();

  bake(order: PreviewOrder): { cube: Cube3d; pipeline: Pipeline } {
    const { look, profile, role, grid, luts, darker = 0 } = order;
    const shot = { ...neutralShot, exposure: -darker };
    const pipeline = compilePipeline({ look, profile, luts, shot, withLook: roles[role].withLook });
    const data = Float32Array.from(this.input(pipeline, profile, grid, darker));
    pipeline.look(data);
    pipeline.output(data);
    return { cube: { kind: '3d', size: grid, ...unitDomain, data, title: '', comments: [] }, pipeline };
  }

  private input(pipeline: Pipeline, profile: Profile, grid: number, darker: number): Float32Array {
    const key = `${profile.id} ${grid} ${darker}`;
    const known = this.inputs.get(key);
    if (known && JSON.stringify(known.profile) === JSON.stringify(profile)) return known.rgb;
    const rgb = gridCodes(grid);
    pipeline.input(rgb);
    this.inputs.set(key, { profile, rgb });
    return rgb;
  }
}

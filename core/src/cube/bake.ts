import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import { recipeHash } from '../look/hash.ts';
import { compilePipeline, type Pipeline } from '../look/pipeline.ts';
import type { LutShelf } from '../look/steps/step.ts';
import { engine } from './engine.ts';
import { type Cube3d, largestGrid, smallestGrid, unitDomain } from './cube.ts';
import { type RoleId, roles } from './roles.ts';

export interface BakeOrder {
  look: Look;
  profile: Profile;
  role: RoleId;
  grid: number;
  /** The saved version of the look, where it has one. */
  version?: number | undefined;
  /** Files of the look's placed LUTs. */
  luts?: LutShelf | undefined;
}

/** Checks a grid size. Throws a RangeError. */
export function checkGrid(grid: number): void {
  if (!Number.isInteger(grid) || grid < smallestGrid || grid > largestGrid)
    throw new RangeError(`grid ${grid}: a whole number from ${smallestGrid} to ${largestGrid} is needed`);
}

export function compileOrder({ look, profile, role, luts }: Omit<BakeOrder, 'grid'>): Pipeline {
  return compilePipeline({ look, profile, luts, withLook: roles[role].withLook });
}

/** What a cube file says about itself: enough to find the recipe again. Nothing that changes from run to run. */
export function cubeHeader({ look, profile, role, grid, version }: BakeOrder) {
  const percent = `${Math.round(look.strength * 100)} %`;
  const versionText = version === undefined ? '' : ` v${version}`;
  return {
    title: `${look.name}${versionText} - ${profile.name} - ${roles[role].label.toLowerCase()} ${grid}`,
    comments: [
      `look: ${look.name}${versionText}`,
      `role: ${role} (${roles[role].takes} to ${roles[role].gives})`,
      `profile: ${profile.id} (${profile.name}, ${profile.range} range, ${profile.bitDepth} bit)`,
      `output: ${look.rendering.output}, ${look.rendering.range} range, tone scale ${look.rendering.preset}`,
      `grid: ${grid}`,
      `strength: ${roles[role].withLook ? percent : 'no look'}${look.colourOnly ? ', colour only' : ''}`,
      `recipe: ${recipeHash(look)}`,
      `engine: ${engine}`,
    ],
  };
}

/**
 * Bakes an order into a cube of grid³ nodes, one blue plane at a time.
 * @param onPlane called after each plane with the share done, 0–1; throw from it to cancel.
 * Throws a RangeError for a grid outside 2–129.
 */
export function bake(order: BakeOrder, onPlane?: (share: number) => void): Cube3d {
  checkGrid(order.grid);
  const pipeline = compileOrder(order);
  const data = pipeline.inputGrid(order.grid);
  const plane = order.grid ** 2 * 3;
  for (let b = 0; b < order.grid; b++) {
    const nodes = data.subarray(b * plane, (b + 1) * plane);
    pipeline.look(nodes);
    pipeline.output(nodes);
    onPlane?.((b + 1) / order.grid);
  }
  return { kind: '3d', size: order.grid, ...unitDomain, data, ...cubeHeader(order) };
}

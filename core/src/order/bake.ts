import { signed } from '../numeric/signed.ts';
import { recipeHash } from '../look/hash.ts';
import type { LutMap } from '../look/steps/step.ts';
import { engine } from './engine.ts';
import { type Cube3d, gridCodes, largestGrid, smallestGrid, unitDomain } from '../lut/cube.ts';
import { describeEnd } from './end.ts';
import type { LutOrder, OrderParts } from './order.ts';
import { type CompiledOrder, compileOrder } from './pipeline.ts';
import { type RoleId, roles } from './roles/index.ts';

/** An order for a file: a role, what it is filled with, and how fine the grid is. */
export interface BakeOrder extends OrderParts {
  role: RoleId;
  grid: number;
  /** The saved version of the look, where it has one. */
  version?: number | undefined;
  /** Files of the look's placed LUTs. */
  luts?: LutMap | undefined;
}

/** Checks a grid size. Throws a RangeError. */
export function checkGrid(grid: number): void {
  if (!Number.isInteger(grid) || grid < smallestGrid || grid > largestGrid)
    throw new RangeError(`grid ${grid}: a whole number from ${smallestGrid} to ${largestGrid} is needed`);
}

export const lutOrder = (order: OrderParts & { role: RoleId }): LutOrder => roles[order.role].order(order);

export const compileBake = (order: Omit<BakeOrder, 'grid'>): CompiledOrder =>
  compileOrder(lutOrder(order), { luts: order.luts, viewing: order.display });

/** What a cube file says about itself: enough to find the recipe again. Nothing that changes from run to run. */
export function cubeHeader(order: BakeOrder) {
  const { look, role, grid, version } = order;
  const { input, output, rendering, offset, look: itsLook } = lutOrder(order);
  const cameras = [input, output]
    .flatMap((end) => (end.kind === 'scene' ? [end.profile.name] : []))
    .filter((name, i, all) => all.indexOf(name) === i)
    .join(' to ');
  const percent = `${Math.round(look.strength * 100)} %`;
  const versionText = version === undefined ? '' : ` v${version}`;
  // A file without a look is the same whichever look it was asked for with.
  const named = itsLook ? [`${look.name}${versionText}`] : [];
  return {
    title: [...named, cameras || describeEnd(output), `${roles[role].label.toLowerCase()} ${grid}`].join(
      ' - ',
    ),
    comments: [
      `look: ${named[0] ?? 'none'}`,
      `role: ${role} (${roles[role].takes} to ${roles[role].gives})`,
      `input: ${describeEnd(input)}`,
      ...(offset === 0 ? [] : [`offset: ${signed(offset, 2)} stops of light`]),
      `output: ${describeEnd(output)}`,
      `rendering: tone scale ${rendering.preset}, gamut fit ${rendering.gamutFit}`,
      `grid: ${grid}`,
      ...(itsLook
        ? [`strength: ${percent}${look.colourOnly ? ', colour only' : ''}`, `recipe: ${recipeHash(look)}`]
        : []),
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
  const compiled = compileBake(order);
  const data = compiled.inputGrid(order.grid);
  const codes = compiled.restore && gridCodes(order.grid);
  const plane = order.grid ** 2 * 3;
  for (let b = 0; b < order.grid; b++) {
    const nodes = data.subarray(b * plane, (b + 1) * plane);
    compiled.look(nodes);
    compiled.output(nodes);
    compiled.restore?.(nodes, codes!.subarray(b * plane, (b + 1) * plane));
    onPlane?.((b + 1) / order.grid);
  }
  return { kind: '3d', size: order.grid, ...unitDomain, data, ...cubeHeader(order) };
}

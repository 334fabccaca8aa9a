import type { LutOrder, OrderParts } from './order.ts';
import { type CompiledOrder, compileOrder } from './pipeline.ts';
import { lutOrder } from './bake.ts';
import { StepCache } from '../look/compile.ts';
import { StageCache } from '../look/stageCache.ts';
import type { LutMap } from '../look/steps/step.ts';
import { type Cube3d, unitDomain } from '../lut/cube.ts';
import { Recent } from '../numeric/recent.ts';
import type { RoleId } from './roles/index.ts';

export interface PreviewOrder extends OrderParts {
  role: RoleId;
  grid: number;
  luts?: LutMap | undefined;
  /** Stops by which a camera's own screen shows the picture darker. */
  monitorOffsetStops?: number;
}

export interface BakedPreview {
  cube: Cube3d;
  pipeline: CompiledOrder;
}

/**
 * Bakes the same cube again and again while a look is edited. The input of a grid does not depend on the look, and steps
 * before the one that changed give what they gave before, so both are kept per input and grid; the rest is the same
 * compiled order as in `bake`.
 */
export class PreviewBaker {
  /** A grid as it comes from the input, and what the stages of the last look made of it, by what decides it. */
  private readonly grids: Recent<StageCache>;
  private readonly cache = new StepCache();

  /** @param maxGrids profiles and sizes kept: each holds what every step of a look gave. */
  constructor(maxGrids = 8) {
    this.grids = new Recent(maxGrids);
  }

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
    const { grid } = order;
    const { asked, compiled } = this.compileAsked(order);
    const stages = this.stagesOf(asked, compiled, grid);
    const data = yield* stages.runInParts(compiled.lane);
    compiled.output(data);
    return {
      cube: { kind: '3d', size: grid, ...unitDomain, data, title: '', comments: [] },
      pipeline: compiled,
    };
  }

  /** What is baked, without a grid. */
  compile(order: Omit<PreviewOrder, 'grid'>): CompiledOrder {
    return this.compileAsked(order).compiled;
  }

  private compileAsked(order: Omit<PreviewOrder, 'grid'>) {
    const { luts, monitorOffsetStops = 0, display } = order;
    const preset = lutOrder(order);
    const asked = { ...preset, offset: preset.offset - monitorOffsetStops };
    return { asked, compiled: compileOrder(asked, { luts, cache: this.cache, viewing: display }) };
  }

  private stagesOf(
    { input, offset, rendering }: LutOrder,
    compiled: CompiledOrder,
    grid: number,
  ): StageCache {
    const key = JSON.stringify([grid, offset, input, input.kind === 'display' ? rendering : null]);
    return this.grids.get(key, () => new StageCache(compiled.inputGrid(grid)));
  }
}

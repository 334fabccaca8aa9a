import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { RoleId } from '@velvet-dusk/core/order/roles/index';
import type { Look } from '@velvet-dusk/core/look/document';
import type { Display } from '@velvet-dusk/core/render/display';
import type { ViewCube } from '../../gl/drawing.ts';
import { setMeasured } from '../../state/measured.ts';
import { engine } from '../../workers/index.ts';
import { movingGrids, viewGrid } from './grids.ts';

/** Milliseconds of quiet before the fine cube: the hand may move again. */
const fineAfter = 140;

/** A cube to bake; `key` stands for the rest. */
export interface CubeOrder {
  look: Look;
  display: Display;
  profile: Profile;
  role: RoleId;
  monitorOffsetStops: number;
  key: string;
}
export type Held = { key: string; cube: NonNullable<ViewCube>; final: boolean };

/**
 * Bakes what was asked for last, coarse and then fine. A coarse cube is always finished, so that under a hand that
 * never rests the picture still moves; a fine one is broken off by the next order.
 * @param channel names this runner to the engine. @param put is given each cube as it comes.
 */
export function cubeRunner(channel: string, put: (held: Held) => void): (order: CubeOrder) => void {
  let wanted = '';
  let waiting: CubeOrder | null = null;
  let busy = false;
  let timer: ReturnType<typeof setTimeout>;
  let movingGrid: number = movingGrids.usual;

  const suitGrid = (took: number) => {
    if (took > movingGrids.slow) movingGrid = movingGrids.hurried;
    else if (took < movingGrids.quick) movingGrid = movingGrids.usual;
  };
  const bake = async ({ key, ...order }: CubeOrder, final: boolean) => {
    const grid = final ? viewGrid : movingGrid;
    const start = performance.now();
    try {
      const baked = await engine.bake({ ...order, grid, ...(final && { channel }) });
      if (!baked) return;
      if (!final) suitGrid(performance.now() - start);
      put({ key, cube: { size: grid, data: baked.data }, final });
      if (final && order.role === 'combined') setMeasured({ notes: baked.notes });
    } catch (error) {
      // So that the same can be asked for again.
      if (wanted === key) wanted = '';
      setMeasured({ trouble: `The picture could not be made: ${(error as Error).message}` });
    }
  };
  const pump = async () => {
    busy = true;
    let last: CubeOrder | null = null;
    while (waiting) {
      last = waiting;
      waiting = null;
      await bake(last, false);
    }
    busy = false;
    timer = setTimeout(() => void bake(last!, true), fineAfter);
  };
  return (order) => {
    if (order.key === wanted) return;
    wanted = order.key;
    clearTimeout(timer);
    void engine.breakOff(channel);
    waiting = order;
    if (!busy) void pump();
  };
}

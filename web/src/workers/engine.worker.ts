import * as Comlink from 'comlink';
import { bakeOverlay, type OverlayOrder } from '@velvet-dusk/core/cube/overlay';
import { PreviewBaker, type PreviewOrder } from '@velvet-dusk/core/cube/previewBaker';
import { FrameCache } from './frameCache.ts';
import { shelfFor } from './lutShelf.ts';

/** What the viewer needs, off the main thread: frames at the size shown, and cubes. */

const frames = new FrameCache(4);
const baker = new PreviewBaker();

const engine = {
  /** Width and height of a frame, once it is decoded. */
  async open(url: string): Promise<{ width: number; height: number; depth: number }> {
    const { width, height, depth } = await frames.frame(url);
    return { width, height, depth };
  },

  async pixels(url: string, width: number, height: number): Promise<Float32Array> {
    const copy = Float32Array.from(await frames.at(url, width, height));
    return Comlink.transfer(copy, [copy.buffer]);
  },

  /** A cube's values, red fastest; exactly what an export of this grid would hold. */
  async bake(order: Omit<PreviewOrder, 'luts'>) {
    const { cube, pipeline } = baker.bake({ ...order, luts: await shelfFor(order.look) });
    return Comlink.transfer({ data: cube.data, notes: pipeline.notes }, [cube.data.buffer]);
  },

  /** What overlays show, as a cube over camera code. */
  async overlay(order: Omit<OverlayOrder, 'luts'>): Promise<Float32Array> {
    const data = bakeOverlay({ ...order, luts: await shelfFor(order.look) });
    return Comlink.transfer(data, [data.buffer]);
  },
};

export type Engine = typeof engine;
Comlink.expose(engine);

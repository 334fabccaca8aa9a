import * as Comlink from 'comlink';
import { bakeOverlay, type OverlayOrder } from '@velvet-dusk/core/order/overlay';
import { PreviewBaker, type PreviewOrder } from '@velvet-dusk/core/order/previewBaker';
import type { LookStep } from '@velvet-dusk/core/look/document';
import { type ResponseAxis, responseOf, type ResponseQuantity } from '@velvet-dusk/core/look/response';
import type { Rendering } from '@velvet-dusk/core/render/rendering';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { messagesFirst } from './messagesFirst.ts';

/** What the viewer needs, off the main thread: frames at the size shown, and cubes. */

const frames = new FrameCache(cachedPixels.frames);
const baker = new PreviewBaker();

/** `channel` names who may break the bake off. */
type BakeOrder = Omit<PreviewOrder, 'luts'> & { channel?: string };
interface ResponseOrder {
  step: LookStep;
  rendering: Rendering;
  view: { axis: ResponseAxis; quantity: ResponseQuantity };
  places: readonly number[];
}
/** How often each channel has been broken off. */
const turns = new Map<string, number>();

/** Milliseconds of baking after which the worker looks whether something newer was asked of it. */
const longestDeaf = 8;

export const engine = {
  /** Width and height of a frame, once it is decoded. */
  async open(url: string): Promise<{ width: number; height: number; depth: number }> {
    const { width, height, depth } = await frames.frame(url);
    return { width, height, depth };
  },

  async pixels(url: string, width: number, height: number): Promise<Float32Array> {
    const copy = Float32Array.from(await frames.at(url, width, height));
    return Comlink.transfer(copy, [copy.buffer]);
  },

  /**
   * A cube's values, red fastest; exactly what an export of this grid would hold. One with a channel can be broken off
   * and is then null.
   */
  async bake({ channel, ...order }: BakeOrder) {
    const turn = channel && turns.get(channel);
    const luts = await lutMapFor(order.look);
    const work = baker.bakeInParts({ ...order, luts });
    let part = work.next();
    for (let last = performance.now(); !part.done; part = work.next()) {
      if (!channel || performance.now() - last < longestDeaf) continue;
      await messagesFirst();
      if (turns.get(channel) !== turn) return null;
      last = performance.now();
    }
    const { cube, pipeline } = part.value;
    return Comlink.transfer({ data: cube.data, notes: pipeline.notes }, [cube.data.buffer]);
  },

  /** Gives up what is being baked for a channel: something newer is about to be asked for. */
  breakOff(channel: string) {
    turns.set(channel, (turns.get(channel) ?? 0) + 1);
  },

  /** `responseOf` for a step with a file, which only workers hold. */
  async response({ step, rendering, view, places }: ResponseOrder): Promise<number[][]> {
    const luts = await lutMapFor({ steps: [step] });
    return responseOf(step, view.axis, view.quantity, places, { luts, rendering });
  },

  /** What overlays show, as a cube over camera code. */
  async overlay(order: Omit<OverlayOrder, 'luts'>): Promise<Float32Array> {
    const data = bakeOverlay({ ...order, luts: await lutMapFor(order.look) });
    return Comlink.transfer(data, [data.buffer]);
  },
};

export type Engine = typeof engine;

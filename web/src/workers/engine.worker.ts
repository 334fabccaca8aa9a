import * as Comlink from 'comlink';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/cube/apply';
import { type Cube3d, unitDomain } from '@velvet-dusk/core/cube/cube';
import { bakeOverlay, type OverlayOrder } from '@velvet-dusk/core/cube/overlay';
import { PreviewBaker, type PreviewOrder } from '@velvet-dusk/core/cube/previewBaker';
import { trimCode } from '@velvet-dusk/core/look/pipeline';
import type { Shot } from '@velvet-dusk/core/look/shot';
import type { Overlay, ViewCube } from '../gl/drawing.ts';
import { paintOverlay } from '../gl/overlays.ts';
import { FrameCache } from './frameCache.ts';
import { shelfFor } from './lutShelf.ts';

/** What the viewer needs, off the main thread: frames at the size shown, and cubes. */

const frames = new FrameCache(4);
const baker = new PreviewBaker();

const asCube = ({ size, data }: NonNullable<ViewCube>): Cube3d => ({
  ...{ kind: '3d', size, data, ...unitDomain, title: '', comments: [] },
});

export interface PaintOrder {
  url: string;
  width: number;
  height: number;
  profile: Profile;
  shot: Shot | null;
  cube: ViewCube;
  overlay?: Overlay;
  castLens?: boolean;
}
const noOverlay: Overlay = { kind: 'none', cube: null };

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

  /** The picture without a graphics processor: trim, cube, overlay, 8-bit RGBA. */
  async paint(order: PaintOrder): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const { overlay = noOverlay, castLens = false } = order;
    const recorded = await frames.at(order.url, order.width, order.height);
    const trimmed = Float32Array.from(recorded);
    if (order.shot) trimCode(makeCodec(order.profile), order.shot)(trimmed);
    const marks = overlay.cube && Float32Array.from(trimmed);
    if (marks && overlay.cube) applyTetrahedral(asCube(overlay.cube), marks);
    const rgb = order.cube ? trimmed : recorded;
    if (order.cube) applyTetrahedral(asCube(order.cube), trimmed);
    const bytes = new Uint8ClampedArray(order.width * order.height * 4);
    for (let i = 0, p = 0; i < bytes.length; i += 4, p += 3) {
      const shown = paintOverlay(rgb, marks, p, overlay.kind, castLens);
      bytes[i] = shown[0] * 255;
      bytes[i + 1] = shown[1] * 255;
      bytes[i + 2] = shown[2] * 255;
      bytes[i + 3] = 255;
    }
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Engine = typeof engine;
Comlink.expose(engine);

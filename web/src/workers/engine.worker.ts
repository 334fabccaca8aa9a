import * as Comlink from 'comlink';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/cube/apply';
import { type Cube3d, unitDomain } from '@velvet-dusk/core/cube/cube';
import { PreviewBaker } from '@velvet-dusk/core/cube/previewBaker';
import type { RoleId } from '@velvet-dusk/core/cube/roles';
import type { Look } from '@velvet-dusk/core/look/document';
import { trimCode } from '@velvet-dusk/core/look/pipeline';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { FrameCache } from './frameCache.ts';

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
  bake(order: { look: Look; profile: Profile; role: RoleId; grid: number }) {
    const { cube, pipeline } = baker.bake(order);
    return Comlink.transfer({ data: cube.data, notes: pipeline.notes }, [cube.data.buffer]);
  },

  /** The picture without a graphics processor: trim, cube, 8-bit RGBA. */
  async paint(order: {
    url: string;
    width: number;
    height: number;
    profile: Profile;
    shot: Shot | null;
    cube: { size: number; data: Float32Array } | null;
  }): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const rgb = Float32Array.from(await frames.at(order.url, order.width, order.height));
    if (order.shot) trimCode(makeCodec(order.profile), order.shot)(rgb);
    if (order.cube) {
      const cube: Cube3d = { kind: '3d', ...unitDomain, ...order.cube, title: '', comments: [] };
      applyTetrahedral(cube, rgb);
    }
    const bytes = new Uint8ClampedArray(order.width * order.height * 4);
    for (let i = 0, p = 0; i < bytes.length; i += 4, p += 3) {
      bytes[i] = rgb[p] * 255;
      bytes[i + 1] = rgb[p + 1] * 255;
      bytes[i + 2] = rgb[p + 2] * 255;
      bytes[i + 3] = 255;
    }
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Engine = typeof engine;
Comlink.expose(engine);

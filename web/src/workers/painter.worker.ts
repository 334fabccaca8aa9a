import * as Comlink from 'comlink';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/cube/apply';
import { type Cube3d, unitDomain } from '@velvet-dusk/core/cube/cube';
import { applyPlan, planTetrahedral, type TetrahedralPlan } from '@velvet-dusk/core/cube/plan';
import { trimCode } from '@velvet-dusk/core/look/pipeline';
import type { Shot } from '@velvet-dusk/core/look/shot';
import type { Overlay, ViewCube } from '../gl/drawing.ts';
import { paintOverlay } from '../gl/overlays.ts';
import { FrameCache } from './frameCache.ts';

/** The picture without a graphics processor: trim, cube, overlay, 8-bit RGBA. */

const frames = new FrameCache(4);

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

/** Larger pictures are not planned: a plan takes 32 bytes a pixel. */
const mostPlanned = 1_500_000;

const asCube = ({ size, data }: NonNullable<ViewCube>): Cube3d => ({
  ...{ kind: '3d', size, data, ...unitDomain, title: '', comments: [] },
});

/** A picture to paint: its code, that after the shot lane, and where the latter falls in each grid. */
interface Picture {
  key: string;
  recorded: Float32Array;
  trimmed: Float32Array;
  plans: Map<number, TetrahedralPlan>;
}
/** The picture last painted. */
let held: Picture | null = null;

async function hold({ url, width, height, profile, shot }: PaintOrder) {
  const key = JSON.stringify([url, width, height, shot, shot && profile]);
  if (held?.key === key) return held;
  const recorded = await frames.at(url, width, height);
  const trimmed = shot ? Float32Array.from(recorded) : recorded;
  if (shot) trimCode(makeCodec(profile), shot)(trimmed);
  held = { key, recorded, trimmed, plans: new Map() };
  return held;
}

/** Where the held picture falls in a grid; null where it is too large to be planned. */
function planOf({ trimmed, plans }: Picture, size: number): TetrahedralPlan | null {
  if (trimmed.length / 3 > mostPlanned) return null;
  let plan = plans.get(size);
  if (!plan) plans.set(size, (plan = planTetrahedral(trimmed, size)));
  return plan;
}

/** A cube applied to the held picture. */
function through(picture: Picture, cube: NonNullable<ViewCube>): Float32Array {
  const plan = planOf(picture, cube.size);
  const out = plan ? new Float32Array(picture.trimmed.length) : Float32Array.from(picture.trimmed);
  if (plan) applyPlan(plan, cube, out);
  else applyTetrahedral(asCube(cube), out);
  return out;
}

const blankBytes = (values: number) => new Uint8ClampedArray((values / 3) * 4).fill(255);

/** The everyday picture in one pass; null where something else lies over it or it is not planned. */
function plainBytes(picture: Picture, { cube, overlay = noOverlay, castLens }: PaintOrder) {
  const plan = cube && overlay.kind === 'none' && !castLens ? planOf(picture, cube.size) : null;
  if (!plan) return null;
  const bytes = blankBytes(picture.trimmed.length);
  applyPlan(plan, cube!, bytes, { channels: 4, scale: 255 });
  return bytes;
}

function toBytes(rgb: Float32Array, marks: Float32Array | null, overlay: Overlay, castLens: boolean) {
  const bytes = blankBytes(rgb.length);
  if (overlay.kind === 'none' && !castLens) {
    for (let i = 0, p = 0; p < rgb.length; i += 4, p += 3) {
      bytes[i] = rgb[p] * 255;
      bytes[i + 1] = rgb[p + 1] * 255;
      bytes[i + 2] = rgb[p + 2] * 255;
    }
    return bytes;
  }
  for (let i = 0, p = 0; p < rgb.length; i += 4, p += 3)
    bytes.set(
      paintOverlay(rgb, marks, p, overlay.kind, castLens).map((v) => v * 255),
      i,
    );
  return bytes;
}

const painter = {
  async paint(order: PaintOrder): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const { cube, overlay = noOverlay, castLens = false } = order;
    const picture = await hold(order);
    let bytes = plainBytes(picture, order);
    if (!bytes) {
      const marks = overlay.cube && through(picture, overlay.cube);
      bytes = toBytes(cube ? through(picture, cube) : picture.recorded, marks, overlay, castLens);
    }
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Painter = typeof painter;
Comlink.expose(painter);

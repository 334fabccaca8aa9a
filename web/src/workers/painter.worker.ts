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

/** The picture last painted: its code after the shot lane, and where that falls in each grid. */
let held: {
  key: string;
  recorded: Float32Array;
  trimmed: Float32Array;
  plans: Map<number, TetrahedralPlan>;
} | null = null;

async function hold({ url, width, height, profile, shot }: PaintOrder) {
  const key = JSON.stringify([url, width, height, shot, shot && profile]);
  if (held?.key === key) return held;
  const recorded = await frames.at(url, width, height);
  const trimmed = shot ? Float32Array.from(recorded) : recorded;
  if (shot) trimCode(makeCodec(profile), shot)(trimmed);
  held = { key, recorded, trimmed, plans: new Map() };
  return held;
}

/** A cube applied to the held picture. */
function through(picture: NonNullable<typeof held>, cube: NonNullable<ViewCube>): Float32Array {
  const { trimmed, plans } = picture;
  const out = new Float32Array(trimmed.length);
  if (trimmed.length / 3 > mostPlanned) {
    out.set(trimmed);
    applyTetrahedral(asCube(cube), out);
    return out;
  }
  let plan = plans.get(cube.size);
  if (!plan) plans.set(cube.size, (plan = planTetrahedral(trimmed, cube.size)));
  applyPlan(plan, cube, out);
  return out;
}

function toBytes(rgb: Float32Array, marks: Float32Array | null, overlay: Overlay, castLens: boolean) {
  const bytes = new Uint8ClampedArray((rgb.length / 3) * 4).fill(255);
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
    const marks = overlay.cube && through(picture, overlay.cube);
    const bytes = toBytes(cube ? through(picture, cube) : picture.recorded, marks, overlay, castLens);
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Painter = typeof painter;
Comlink.expose(painter);

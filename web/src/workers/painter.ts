import * as Comlink from 'comlink';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import { applyTetrahedral } from '@velvet-dusk/core/lut/apply';
import { type Cube3d, unitDomain } from '@velvet-dusk/core/lut/cube';
import { applyPlan, planTetrahedral, type TetrahedralPlan } from '@velvet-dusk/core/lut/plan';
import { trimCode } from '@velvet-dusk/core/look/trimCode';
import { neutralShot, type Shot } from '@velvet-dusk/core/look/shot';
import type { Finish, FinishedCode } from '@velvet-dusk/core/recording/finishedCode';
import type { Overlay, ViewCube } from '../gl/drawing.ts';
import { paintOverlay } from '../gl/overlays.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';

/** The picture without a graphics processor: trim, finish, cube, overlay, 8-bit RGBA. */

const frames = new FrameCache(cachedPixels.frames);

export interface PictureOrder {
  url: string;
  width: number;
  height: number;
  profile: Profile;
  /** Null for a picture without its shot lane. */
  shot: Shot | null;
  /** What is put on it beside its cube. */
  finish?: Finish | null;
}
export interface PaintOrder extends PictureOrder {
  cube: ViewCube;
  overlay?: Overlay;
  castLens?: boolean;
}
const noOverlay: Overlay = { kind: 'none', cube: null };

/** Larger pictures are not planned: a plan takes 32 bytes a pixel. */
const maxPlanned = 1_500_000;

const asCube = ({ size, data }: NonNullable<ViewCube>): Cube3d => ({
  kind: '3d',
  size,
  data,
  ...unitDomain,
  title: '',
  comments: [],
});

/** A picture to paint: its code, that after shot lane and finish, and where the latter falls in each grid. */
interface Picture {
  key: string;
  recorded: Float32Array;
  trimmed: Float32Array;
  plans: Map<number, TetrahedralPlan>;
}
/** The pictures last painted, the newest first: one with its finish, one without. */
let held: Picture[] = [];
const maxHeld = 2;
let finishing: Promise<FinishedCode> | undefined;
/** Fetched when a picture first has something put on it: the first picture of all does not wait for that. */
const finishedCode = () =>
  (finishing ??= import('@velvet-dusk/core/recording/finishedCode').then(
    (m) => new m.FinishedCode(),
    (error: unknown) => {
      // So that the next picture asks for it again.
      finishing = undefined;
      throw error;
    },
  ));

async function hold({ url, width, height, profile, shot, finish = null }: PictureOrder): Promise<Picture> {
  const source = JSON.stringify([url, width, height, shot, (shot ?? finish) && profile]);
  const key = `${source} ${JSON.stringify(finish)}`;
  let picture = held.find((p) => p.key === key);
  if (!picture) {
    const code = await frames.at(url, width, height);
    let trimmed = code;
    if (finish) {
      const recorded = { code, width, height, profile, shot: shot ?? neutralShot };
      trimmed = (await finishedCode()).of(source, recorded, finish);
    } else if (shot) trimCode(makeCodec(profile), shot)((trimmed = Float32Array.from(code)));
    picture = { key, recorded: code, trimmed, plans: new Map() };
  }
  held = [picture, ...held.filter((p) => p !== picture)].slice(0, maxHeld);
  return picture;
}

/** Where the held picture falls in a grid; null where it is too large to be planned. */
function planOf({ trimmed, plans }: Picture, size: number): TetrahedralPlan | null {
  if (trimmed.length / 3 > maxPlanned) return null;
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

/** What an overlay is read from: its cube, or for what is finished the picture without that. */
async function marksOf(picture: Picture, { overlay = noOverlay, cube, ...order }: PaintOrder) {
  if (overlay.kind !== 'texture') return overlay.cube && through(picture, overlay.cube);
  const plain = await hold({ ...order, finish: null });
  return cube ? through(plain, cube) : plain.recorded;
}

export const painter = {
  /** Gets a frame that will be painted at once. What goes wrong is told when it is. */
  warm: (url: string): void => void frames.frame(url).catch(() => {}),

  /** Fetches and trims a picture, so that only its cube is missing. */
  async prepare(order: PictureOrder): Promise<void> {
    await hold(order);
  },

  /** Interleaved code after shot lane and finish, for a renderer that applies the cube itself. */
  async finished(order: PictureOrder): Promise<Float32Array> {
    const copy = Float32Array.from((await hold(order)).trimmed);
    return Comlink.transfer(copy, [copy.buffer]);
  },

  async paint(order: PaintOrder): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const { cube, overlay = noOverlay, castLens = false } = order;
    const picture = await hold(order);
    let bytes = plainBytes(picture, order);
    if (!bytes) {
      const marks = await marksOf(picture, order);
      bytes = toBytes(cube ? through(picture, cube) : picture.recorded, marks, overlay, castLens);
    }
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
};

export type Painter = typeof painter;

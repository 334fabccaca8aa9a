import type { Codec } from '../camera/codec.ts';
import { linearToStops } from '../colour/exposure.ts';
import { transform, type Vec3 } from '../colour/matrix.ts';
import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import type { Point } from './marks.ts';

/** What a place on a frame holds, as recorded. */
export interface AreaReading {
  pixels: number;
  /** Mean code of each channel, 0–1 of all codes. */
  code: [number, number, number];
  /** Mean light, working RGB before the shot lane. */
  light: [number, number, number];
  /** Luminance of the light in stops from mid-grey. */
  stops: number;
  /** Share of pixels with a channel at the clip of the profile, or at the frame's own ceiling. */
  clipped: number;
  /** Deviation of the luminance as a share of its mean: texture and noise. */
  unevenness: number;
}

interface Pixels {
  rgb: Float32Array;
  width: number;
  height: number;
}

const [wr, wg, wb] = luminanceWeights(working);
export const luminanceOf = ([r, g, b]: Vec3) => wr * r + wg * g + wb * b;

/** Half a code of ten bits: what lies this close to the clip is clipped. */
const atClip = 0.6 / 1023;

/** Is a point inside a convex outline? */
function isInside(outline: readonly Point[], x: number, y: number): boolean {
  let sign = 0;
  for (let i = 0; i < outline.length; i++) {
    const [ax, ay] = outline[i];
    const [bx, by] = outline[(i + 1) % outline.length];
    const side = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    if (side !== 0 && sign !== 0 && Math.sign(side) !== sign) return false;
    if (side !== 0) sign = Math.sign(side);
  }
  return true;
}

/** Positions of the pixels inside an outline; at least the one in its middle. */
function pixelsIn({ width, height }: Pixels, outline: readonly Point[]): number[] {
  const xs = outline.map((p) => p[0] * width);
  const ys = outline.map((p) => p[1] * height);
  const hold = (v: number, top: number) => Math.min(Math.max(Math.floor(v), 0), top);
  const found: number[] = [];
  for (let y = hold(Math.min(...ys), height - 1); y <= hold(Math.max(...ys), height - 1); y++)
    for (let x = hold(Math.min(...xs), width - 1); x <= hold(Math.max(...xs), width - 1); x++)
      if (isInside(outline, (x + 0.5) / width, (y + 0.5) / height)) found.push(y * width + x);
  if (found.length > 0) return found;
  const middle = (v: number[]) => v.reduce((a, b) => a + b, 0) / v.length;
  return [hold(middle(ys), height - 1) * width + hold(middle(xs), width - 1)];
}

/** The mean code of a place on a finished picture, whose codes are not decoded. */
export function meanCode({ rgb, ...frame }: Pixels, outline: readonly Point[]): [number, number, number] {
  const pixels = pixelsIn({ rgb, ...frame }, outline);
  const mean = (c: number) => pixels.reduce((sum, p) => sum + rgb[p * 3 + c], 0) / pixels.length;
  return [mean(0), mean(1), mean(2)];
}

/**
 * Reads a place on a frame. Light is averaged after decoding, so that noise does not bend it.
 * @param ceiling the frame's own greatest code, where it is a pile; 1 where it is not.
 */
export function measureArea(
  frame: Pixels,
  outline: readonly Point[],
  codec: Codec,
  ceiling = 1,
): AreaReading {
  const pixels = pixelsIn(frame, outline);
  const code: [number, number, number] = [0, 0, 0];
  const camera: [number, number, number] = [0, 0, 0];
  const clip = Math.min(codec.clipCode, ceiling) - atClip;
  const luminances: number[] = [];
  let clipped = 0;
  for (const pixel of pixels) {
    const at = [0, 1, 2].map((c) => frame.rgb[pixel * 3 + c]) as [number, number, number];
    const light = at.map(codec.decode) as [number, number, number];
    for (let c = 0; c < 3; c++) {
      code[c] += at[c] / pixels.length;
      camera[c] += light[c] / pixels.length;
    }
    if (at.some((v) => v >= clip)) clipped++;
    luminances.push(luminanceOf(transform(codec.toWorking, light)));
  }
  const light = transform(codec.toWorking, camera);
  const mean = luminanceOf(light);
  const variance = luminances.reduce((sum, y) => sum + (y - mean) ** 2, 0) / pixels.length;
  return {
    pixels: pixels.length,
    code,
    light,
    stops: linearToStops(Math.max(mean, 1e-9)),
    clipped: clipped / pixels.length,
    unevenness: Math.sqrt(variance) / Math.max(mean, 1e-9),
  };
}

import { luminanceWeights } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';

export type Plane = Float32Array<ArrayBuffer>;

/** A picture as light: one plane a channel, working RGB (linear, 0.18 is mid-grey), row by row from the top left. */
export interface Light {
  readonly width: number;
  readonly height: number;
  readonly planes: readonly [Plane, Plane, Plane];
}

const weights = luminanceWeights(working);

/** Luminance of every pixel. */
export function luminanceOf({ planes: [r, g, b] }: Light): Plane {
  const y = new Float32Array(r.length);
  for (let i = 0; i < y.length; i++) y[i] = weights[0] * r[i] + weights[1] * g[i] + weights[2] * b[i];
  return y;
}

/** Interleaved RGB → planes. */
export function planesOf(rgb: Float32Array, width: number, height: number): Light {
  const plane = (c: number) => {
    const values = new Float32Array(width * height);
    for (let i = 0, p = c; i < values.length; i++, p += 3) values[i] = rgb[p];
    return values;
  };
  return { width, height, planes: [plane(0), plane(1), plane(2)] };
}

/** Planes → interleaved RGB, into `rgb`. */
export function interleave({ planes }: Light, rgb: Float32Array): void {
  for (let c = 0; c < 3; c++) {
    const values = planes[c];
    for (let i = 0, p = c; i < values.length; i++, p += 3) rgb[p] = values[i];
  }
}

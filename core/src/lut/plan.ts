import type { Cube3d } from './cube.ts';

/**
 * Where the pixels of one picture fall in a grid: for each, the four corners of its tetrahedron and their weights.
 * A picture that is shown under one look after another is looked up once; each cube is then a few products a pixel.
 */
export interface TetrahedralPlan {
  readonly size: number;
  /** Index of the first value of each corner, four a pixel. */
  readonly corners: Uint32Array;
  readonly weights: Float32Array;
}

/**
 * Plans interleaved RGB over a grid on the unit domain, as `applyTetrahedral` walks it: from the cell's lowest corner
 * to its highest, first along the axis with the largest fraction. 32 bytes a pixel.
 */
export function planTetrahedral(rgb: Float32Array, size: number): TetrahedralPlan {
  const count = rgb.length / 3;
  const corners = new Uint32Array(count * 4);
  const weights = new Float32Array(count * 4);
  const top = size - 1;
  const steps = [3, size * 3, size * size * 3];
  const at = [0, 0, 0];
  const step = [0, 0, 0];
  for (let p = 0; p < count; p++) {
    let a = 0;
    for (let c = 0; c < 3; c++) {
      let x = rgb[p * 3 + c] * top;
      x = x > 0 ? (x < top ? x : top) : 0;
      const i = x | 0;
      at[c] = x - i;
      step[c] = i < top ? steps[c] : 0;
      a += i * steps[c];
    }
    let [first, second, third] = [0, 1, 2];
    // The order of `applyTetrahedral`, so that equal fractions walk the same way.
    if (at[0] > at[1]) {
      if (at[1] > at[2]) [first, second, third] = [0, 1, 2];
      else if (at[0] > at[2]) [first, second, third] = [0, 2, 1];
      else [first, second, third] = [2, 0, 1];
    } else if (at[2] > at[1]) [first, second, third] = [2, 1, 0];
    else if (at[2] > at[0]) [first, second, third] = [1, 2, 0];
    else [first, second, third] = [1, 0, 2];
    const [f1, f2, f3] = [at[first], at[second], at[third]];
    const q = p * 4;
    corners[q] = a;
    corners[q + 1] = a + step[first];
    corners[q + 2] = a + step[first] + step[second];
    corners[q + 3] = a + step[0] + step[1] + step[2];
    weights[q] = 1 - f1;
    weights[q + 1] = f1 - f2;
    weights[q + 2] = f2 - f3;
    weights[q + 3] = f3;
  }
  return { size, corners, weights };
}

/**
 * The planned picture through a cube of the plan's grid, with `channels` values a pixel in `out`: 3 for RGB; 4 for the
 * bytes of an image, whose fourth is left alone. @param scale multiplies every value. Throws for another grid.
 */
export function applyPlan(
  { size, corners, weights }: TetrahedralPlan,
  cube: Pick<Cube3d, 'size' | 'data'>,
  out: Float32Array | Uint8ClampedArray,
  { channels = 3, scale = 1 } = {},
): void {
  if (cube.size !== size)
    throw new RangeError(`the plan is for a grid of ${size}, the cube has ${cube.size}`);
  const data = scale === 1 ? cube.data : cube.data.map((v) => v * scale);
  for (let q = 0, p = 0; q < corners.length; q += 4, p += channels) {
    const a = corners[q];
    const b = corners[q + 1];
    const c = corners[q + 2];
    const d = corners[q + 3];
    const wa = weights[q];
    const wb = weights[q + 1];
    const wc = weights[q + 2];
    const wd = weights[q + 3];
    out[p] = wa * data[a] + wb * data[b] + wc * data[c] + wd * data[d];
    out[p + 1] = wa * data[a + 1] + wb * data[b + 1] + wc * data[c + 1] + wd * data[d + 1];
    out[p + 2] = wa * data[a + 2] + wb * data[b + 2] + wc * data[c + 2] + wd * data[d + 2];
  }
}

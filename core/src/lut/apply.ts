import { transformBuffer } from '../colour/matrix.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import type { Cube } from './cube.ts';
import { type GridStage, type Lut, lutOf, type LutStage, type MatrixStage, type TableStage } from './lut.ts';

export type Interpolation = 'tetrahedral' | 'trilinear';

/** Scale and shift that take an input value to a grid coordinate, per channel. */
function gridMap(cube: GridStage | TableStage) {
  const top = cube.size - 1;
  const scale = cube.domainMin.map((min, c) => top / (cube.domainMax[c] - min));
  const shift = cube.domainMin.map((min, c) => -min * scale[c]);
  return { top, scale, shift };
}

/**
 * Applies a 3D LUT to interleaved RGB in place by tetrahedral interpolation: the cell is cut into six
 * tetrahedra along its grey diagonal. Input outside the domain is held at its edge; NaN counts as the lower edge.
 */
export function applyTetrahedral(cube: GridStage, rgb: Float32Array): void {
  const { data, size } = cube;
  const { top, scale, shift } = gridMap(cube);
  const [sr, sg, sb] = scale;
  const [or, og, ob] = shift;
  const stepG = size * 3;
  const stepB = size * size * 3;
  for (let p = 0; p < rgb.length; p += 3) {
    let x = rgb[p] * sr + or;
    let y = rgb[p + 1] * sg + og;
    let z = rgb[p + 2] * sb + ob;
    x = x > 0 ? (x < top ? x : top) : 0;
    y = y > 0 ? (y < top ? y : top) : 0;
    z = z > 0 ? (z < top ? z : top) : 0;
    const i = x | 0;
    const j = y | 0;
    const k = z | 0;
    const fr = x - i;
    const fg = y - j;
    const fb = z - k;
    const a = i * 3 + j * stepG + k * stepB;
    const dr = i < top ? 3 : 0;
    const dg = j < top ? stepG : 0;
    const db = k < top ? stepB : 0;
    const d = a + dr + dg + db;
    // From corner a to corner d, stepping first along the axis with the largest fraction.
    let b: number, c: number, f1: number, f2: number, f3: number;
    if (fr > fg) {
      if (fg > fb) {
        b = a + dr;
        c = b + dg;
        f1 = fr;
        f2 = fg;
        f3 = fb;
      } else if (fr > fb) {
        b = a + dr;
        c = b + db;
        f1 = fr;
        f2 = fb;
        f3 = fg;
      } else {
        b = a + db;
        c = b + dr;
        f1 = fb;
        f2 = fr;
        f3 = fg;
      }
    } else if (fb > fg) {
      b = a + db;
      c = b + dg;
      f1 = fb;
      f2 = fg;
      f3 = fr;
    } else if (fb > fr) {
      b = a + dg;
      c = b + db;
      f1 = fg;
      f2 = fb;
      f3 = fr;
    } else {
      b = a + dg;
      c = b + dr;
      f1 = fg;
      f2 = fr;
      f3 = fb;
    }
    const w0 = 1 - f1;
    const w1 = f1 - f2;
    const w2 = f2 - f3;
    rgb[p] = w0 * data[a] + w1 * data[b] + w2 * data[c] + f3 * data[d];
    rgb[p + 1] = w0 * data[a + 1] + w1 * data[b + 1] + w2 * data[c + 1] + f3 * data[d + 1];
    rgb[p + 2] = w0 * data[a + 2] + w1 * data[b + 2] + w2 * data[c + 2] + f3 * data[d + 2];
  }
}

/** Applies a 3D LUT to interleaved RGB in place by trilinear interpolation; edges as in `applyTetrahedral`. */
export function applyTrilinear(cube: GridStage, rgb: Float32Array): void {
  const { data, size } = cube;
  const { top, scale, shift } = gridMap(cube);
  const [sr, sg, sb] = scale;
  const [or, og, ob] = shift;
  const stepG = size * 3;
  const stepB = size * size * 3;
  for (let p = 0; p < rgb.length; p += 3) {
    let x = rgb[p] * sr + or;
    let y = rgb[p + 1] * sg + og;
    let z = rgb[p + 2] * sb + ob;
    x = x > 0 ? (x < top ? x : top) : 0;
    y = y > 0 ? (y < top ? y : top) : 0;
    z = z > 0 ? (z < top ? z : top) : 0;
    const i = x | 0;
    const j = y | 0;
    const k = z | 0;
    const fr = x - i;
    const fg = y - j;
    const fb = z - k;
    const a = i * 3 + j * stepG + k * stepB;
    const dr = i < top ? 3 : 0;
    const b = j < top ? a + stepG : a;
    const db = k < top ? stepB : 0;
    for (let c = 0; c < 3; c++) {
      const near = data[a + c] + fr * (data[a + dr + c] - data[a + c]);
      const far = data[b + c] + fr * (data[b + dr + c] - data[b + c]);
      const q = a + db + c;
      const r = b + db + c;
      const nearBack = data[q] + fr * (data[q + dr] - data[q]);
      const farBack = data[r] + fr * (data[r + dr] - data[r]);
      const front = near + fg * (far - near);
      const back = nearBack + fg * (farBack - nearBack);
      rgb[p + c] = front + fb * (back - front);
    }
  }
}

/** Applies a 1D LUT to interleaved RGB in place, linearly interpolated. */
export function applyTable(cube: TableStage, rgb: Float32Array): void {
  const { data } = cube;
  const { top, scale, shift } = gridMap(cube);
  for (let p = 0; p < rgb.length; p++) {
    const c = p % 3;
    const x = Math.min(Math.max(rgb[p] * scale[c] + shift[c] || 0, 0), top);
    const i = Math.min(x | 0, top - 1);
    const q = i * 3 + c;
    rgb[p] = data[q] + (x - i) * (data[q + 3] - data[q]);
  }
}

/** Applies a cube file's grid, its shaper first, or its 1D table, to interleaved RGB in place. */
export function applyCube(cube: Cube, rgb: Float32Array, interpolation: Interpolation, strength = 1): void {
  if (cube.kind === '3d' && !cube.shaper && strength === 1) applyGrid(cube, rgb, interpolation);
  else applyLut(lutOf(cube), rgb, interpolation, strength);
}

const applyGrid = (grid: GridStage, rgb: Float32Array, interpolation: Interpolation): void =>
  (interpolation === 'tetrahedral' ? applyTetrahedral : applyTrilinear)(grid, rgb);

function applyMatrix({ matrix, offset }: MatrixStage, rgb: Float32Array): void {
  transformBuffer(matrix, rgb);
  if (offset.some((x) => x !== 0)) for (let i = 0; i < rgb.length; i++) rgb[i] += offset[i % 3];
}

/** Applies one stage to interleaved RGB in place. */
export function applyStage(stage: LutStage, rgb: Float32Array, interpolation: Interpolation): void {
  switch (stage.kind) {
    case '3d':
      return applyGrid(stage, rgb, interpolation);
    case '1d':
      return applyTable(stage, rgb);
    case 'matrix':
      return applyMatrix(stage, rgb);
    case 'range': {
      const { scale, offset, low, high } = stage;
      return mapBuffer(rgb, (x) => Math.min(Math.max(x * scale + offset, low), high));
    }
    case 'formula':
      return mapBuffer(rgb, stage.at);
  }
}

/**
 * Applies a LUT to interleaved RGB in place. @param strength mix of the result against the input, 0–1, in code values, as
 * a strength slider outside this program would.
 */
export function applyLut(lut: Lut, rgb: Float32Array, interpolation: Interpolation, strength = 1): void {
  const before = strength === 1 ? undefined : Float32Array.from(rgb);
  for (const stage of lut.stages) applyStage(stage, rgb, interpolation);
  if (before) for (let i = 0; i < rgb.length; i++) rgb[i] = before[i] + strength * (rgb[i] - before[i]);
}

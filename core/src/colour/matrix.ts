/** A 3×3 matrix, row by row. Multiplies column vectors from the left. */
export type Mat3 = readonly [number, number, number, number, number, number, number, number, number];
export type Vec3 = readonly [number, number, number];

export const identity: Mat3 = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** The product that applies the last matrix first: `multiply(a, b)` is a·b. */
export function multiply(...matrices: Mat3[]): Mat3 {
  return matrices.reduce((a, b) => {
    const out: number[] = [];
    for (let row = 0; row < 3; row++)
      for (let col = 0; col < 3; col++)
        out.push(a[row * 3] * b[col] + a[row * 3 + 1] * b[3 + col] + a[row * 3 + 2] * b[6 + col]);
    return out as unknown as Mat3;
  });
}

export function diagonal(v: Vec3): Mat3 {
  return [v[0], 0, 0, 0, v[1], 0, 0, 0, v[2]];
}

/** Scales the distance of every channel from a weighted sum of all three: 0 leaves that sum alone, 1 changes nothing. */
export function saturationMatrix(saturation: number, [r, g, b]: Vec3): Mat3 {
  const grey = 1 - saturation;
  const [x, y, z] = [grey * r, grey * g, grey * b];
  return [x + saturation, y, z, x, y + saturation, z, x, y, z + saturation];
}

export function transform(m: Mat3, v: Vec3): [number, number, number] {
  return [
    m[0] * v[0] + m[1] * v[1] + m[2] * v[2],
    m[3] * v[0] + m[4] * v[1] + m[5] * v[2],
    m[6] * v[0] + m[7] * v[1] + m[8] * v[2],
  ];
}

/** Inverse by cofactors. Throws a RangeError when the matrix has no inverse. */
export function invert(m: Mat3): Mat3 {
  const [a, b, c, d, e, f, g, h, i] = m;
  const A = e * i - f * h;
  const B = f * g - d * i;
  const C = d * h - e * g;
  const det = a * A + b * B + c * C;
  if (!Number.isFinite(1 / det)) throw new RangeError('matrix has no inverse');
  const s = 1 / det;
  return [
    A * s,
    (c * h - b * i) * s,
    (b * f - c * e) * s,
    B * s,
    (a * i - c * g) * s,
    (c * d - a * f) * s,
    C * s,
    (b * g - a * h) * s,
    (a * e - b * d) * s,
  ];
}

export function isInvertible(m: Mat3): boolean {
  try {
    return invert(m).every(Number.isFinite);
  } catch {
    return false;
  }
}

/** Multiplies every pixel of an interleaved RGB buffer in place. */
export function transformBuffer(m: Mat3, rgb: Float32Array): void {
  const [a, b, c, d, e, f, g, h, i] = m;
  for (let p = 0; p < rgb.length; p += 3) {
    const x = rgb[p];
    const y = rgb[p + 1];
    const z = rgb[p + 2];
    rgb[p] = a * x + b * y + c * z;
    rgb[p + 1] = d * x + e * y + f * z;
    rgb[p + 2] = g * x + h * y + i * z;
  }
}

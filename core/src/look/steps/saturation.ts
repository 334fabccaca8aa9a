import { z } from 'zod';
import { lmsToOklab, oklabToLms, rgbToLms } from '../../colour/oklab.ts';
import { diagonal, invert, multiply, type Mat3 } from '../../colour/matrix.ts';
import { working } from '../../colour/spaces/index.ts';
import { defineStep } from './step.ts';
import { fastCbrt } from '../../numeric/fast.ts';

const toLms = rgbToLms(working);
const fromLms = invert(toLms);

/**
 * Scales Oklab chroma. Oklab is a cube root, so the result is the same at every exposure and light above 1
 * needs no care. A scaled a, b is one 3×3 between the cube roots.
 */
function scaleChroma(amount: number) {
  const m = multiply(oklabToLms, diagonal([1, amount, amount]), lmsToOklab);
  return (rgb: Float32Array) => scaleInPlace(rgb, m);
}

function scaleInPlace(rgb: Float32Array, m: Mat3) {
  const [a0, a1, a2, a3, a4, a5, a6, a7, a8] = toLms;
  const [b0, b1, b2, b3, b4, b5, b6, b7, b8] = fromLms;
  for (let p = 0; p < rgb.length; p += 3) {
    const r = rgb[p];
    const g = rgb[p + 1];
    const b = rgb[p + 2];
    const l = fastCbrt(a0 * r + a1 * g + a2 * b);
    const c = fastCbrt(a3 * r + a4 * g + a5 * b);
    const s = fastCbrt(a6 * r + a7 * g + a8 * b);
    const x = m[0] * l + m[1] * c + m[2] * s;
    const y = m[3] * l + m[4] * c + m[5] * s;
    const z = m[6] * l + m[7] * c + m[8] * s;
    const x3 = x * x * x;
    const y3 = y * y * y;
    const z3 = z * z * z;
    rgb[p] = b0 * x3 + b1 * y3 + b2 * z3;
    rgb[p + 1] = b3 * x3 + b4 * y3 + b5 * z3;
    rgb[p + 2] = b6 * x3 + b7 * y3 + b8 * z3;
  }
}

/** Saturation: Oklab chroma times a factor, lightness and hue kept. */
export const saturation = defineStep({
  id: 'saturation',
  label: 'Saturation',
  schema: z.strictObject({
    amount: z.number().min(0).max(3).default(1).meta({ label: 'Saturation', unit: '×', step: 0.01 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.amount === 1,
  summary: (p) => p.amount.toFixed(2),
  compile: (p) => ({
    run: scaleChroma(p.amount),
    ...(p.amount > 0 ? { inverse: scaleChroma(1 / p.amount) } : {}),
  }),
});

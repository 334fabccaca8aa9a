import { z } from 'zod';
import { balanceMatrix } from '../../colour/balance.ts';
import { invert, type Mat3, transformBuffer } from '../../colour/matrix.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';

const [wr, wg, wb] = luminanceWeights(working);
const luminance = (rgb: Float32Array, i: number) => wr * rgb[i] + wg * rgb[i + 1] + wb * rgb[i + 2];
/** Most that luminance is put back by: a light that no balance changes further, and no blow-up of what has next to no light. */
const most = 8;

/** A matrix of which each colour keeps its luminance. Scaled along itself, a colour is undone by the inverse matrix scaled alike. */
const keepingLuminance = (m: Mat3) => (rgb: Float32Array) => {
  const before = Float64Array.from({ length: rgb.length / 3 }, (_, pixel) => luminance(rgb, pixel * 3));
  transformBuffer(m, rgb);
  for (let i = 0; i < rgb.length; i += 3) {
    const gain = before[i / 3] / luminance(rgb, i);
    // No light, or a colour beyond any light: the balance as it is.
    const by = gain > 1 / most && gain < most ? gain : 1;
    for (let c = 0; c < 3; c++) rgb[i + c] *= by;
  }
};

/** The look's own temperature: a white balance, as in a shot lane, by which no colour gets lighter or darker. */
export const balance = defineStep({
  id: 'balance',
  label: 'Balance',
  worth: 'of every plate; the shot lane balances one',
  schema: z.strictObject({
    mired: z.number().min(-100).max(100).default(0).meta({ label: 'Warmth', unit: 'mired', step: 1 }),
    duv: z.number().min(-0.03).max(0.03).default(0).meta({ label: 'Green', unit: 'Duv', step: 0.001 }),
  }),
  keeps: { neutral: false, luminance: true },
  isNeutral: (p) => p.mired === 0 && p.duv === 0,
  summary: (p) => `${signed(p.mired, 0)} mired`,
  compile(p) {
    const m = balanceMatrix(p);
    return { run: keepingLuminance(m), inverse: keepingLuminance(invert(m)) };
  },
});

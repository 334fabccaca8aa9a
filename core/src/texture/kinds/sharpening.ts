import { z } from 'zod';
import { midGrey } from '../../colour/exposure.ts';
import { gaussian, gaussianContrast } from '../gaussian.ts';
import { luminanceOf } from '../light.ts';
import { amountField, inPixels, radiusField, radiusNote } from './fields.ts';
import { defineTexture } from './kind.ts';

/** Added before the logarithm, so that noise in the black is not sharpened. */
const floor = midGrey / 64;
/** Stops a pixel may be moved by: halos stay believable. */
const most = 1;

const schema = z.strictObject({ amount: amountField(30, 150), radius: radiusField(0.12, 0.01, 1) });

/** Fine detail raised in log light, colour untouched: an unsharp mask that works alike in dark and bright. */
export const sharpening = defineTexture({
  id: 'sharpening',
  label: 'Sharpening',
  about: 'Fine detail raised in log light, alike in dark and bright, without a change of colour',
  schema,
  strength: 'amount',
  shape: {
    axis: 'detail',
    label: 'Contrast of detail, %',
    unit: '%',
    y: { min: 50, max: 250 },
    at: (p, wave) => 100 + p.amount * (1 - gaussianContrast(p.radius, wave)),
    handles: [{ key: 'amount', along: 'y', x: () => 0.1 }],
  },
  isNeutral: (p) => p.amount === 0,
  summary: (p) => `${p.amount} %, ${p.radius.toFixed(2)} % h`,
  notes: (p) => [
    `unsharp mask of ${p.amount} % on log luminance, ${radiusNote(p.radius)}; at most ${most} stop a pixel`,
  ],
  run(p, light) {
    const log = luminanceOf(light).map((y) => Math.log2(Math.max(y, 0) + floor));
    const soft = gaussian(log, light.width, light.height, inPixels(p.radius, light));
    for (let i = 0; i < log.length; i++) {
      const move = (p.amount / 100) * (log[i] - soft[i]);
      const gain = 2 ** Math.min(Math.max(move, -most), most);
      for (const plane of light.planes) plane[i] *= gain;
    }
  },
});

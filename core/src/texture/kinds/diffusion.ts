import { z } from 'zod';
import { glow, glowContrast } from '../gaussian.ts';
import { amountField, inPixels, radiusField, radiusNote } from './fields.ts';
import { defineTexture } from './kind.ts';

const schema = z.strictObject({ amount: amountField(12, 80), radius: radiusField(1.5, 0.1, 10) });

/** A filter before the lens: part of all light is scattered, so contrast softens and blacks fill a little. */
export const diffusion = defineTexture({
  id: 'diffusion',
  label: 'Diffusion',
  about:
    'A filter before the lens: part of all light is scattered, fine contrast softens, blacks fill a little',
  schema,
  strength: 'amount',
  shape: {
    axis: 'detail',
    label: 'Contrast kept, %',
    unit: '%',
    y: { min: 0, max: 120 },
    at: (p, wave) => 100 - p.amount + p.amount * glowContrast(p.radius, wave),
    handles: [{ key: 'amount', along: 'y', x: () => 0.3 }],
  },
  isNeutral: (p) => p.amount === 0,
  summary: (p) => `${p.amount} %, ${p.radius.toFixed(1)} % h`,
  notes: (p) => [
    `scatters ${p.amount} % of all scene-linear light by ${radiusNote(p.radius)}, with tails of 2σ and 4σ`,
  ],
  run(p, light) {
    for (const plane of light.planes) {
      const spread = glow(plane, light.width, light.height, inPixels(p.radius, light));
      for (let i = 0; i < plane.length; i++) plane[i] += (p.amount / 100) * (spread[i] - plane[i]);
    }
  },
});

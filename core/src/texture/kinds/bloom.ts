import { z } from 'zod';
import { glow } from '../gaussian.ts';
import { amountField, inPixels, radiusField, radiusNote, stopsText, thresholdField } from './fields.ts';
import { defineTexture } from './kind.ts';
import { excessAt, excessOf } from './threshold.ts';

const schema = z.strictObject({
  amount: amountField(15, 80),
  threshold: thresholdField(2),
  radius: radiusField(2, 0.1, 10),
});

/** Light scattered in the lens: what is brighter than the threshold gives part of itself to its surround. */
export const bloom = defineTexture({
  id: 'bloom',
  label: 'Bloom',
  about: 'Light scattered in the lens: highlights give part of themselves to what lies round them',
  schema,
  strength: 'amount',
  shape: {
    axis: 'stops',
    label: 'Share that is scattered, %',
    unit: '%',
    y: { min: 0, max: 100 },
    at: (p, stops) => (p.amount / 100) * excessAt(p.threshold, stops),
    handles: [
      { key: 'threshold', along: 'x', x: (p) => p.threshold },
      { key: 'amount', along: 'y', x: () => 5.8 },
    ],
  },
  isNeutral: (p) => p.amount === 0,
  summary: (p) => `${p.amount} % over ${stopsText(p.threshold)}`,
  notes: (p) => [
    `takes ${p.amount} % of the scene-linear light above ${stopsText(p.threshold)} from mid-grey, (1 − T/Y)² of it`,
    `and spreads it by ${radiusNote(p.radius)}, with tails of 2σ and 4σ; no light is added`,
  ],
  run(p, light) {
    excessOf(light, p.threshold)?.forEach((excess, c) => {
      const spread = glow(excess, light.width, light.height, inPixels(p.radius, light));
      const plane = light.planes[c];
      for (let i = 0; i < plane.length; i++) plane[i] += (p.amount / 100) * (spread[i] - excess[i]);
    });
  },
});

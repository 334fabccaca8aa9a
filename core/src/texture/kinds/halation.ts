import { z } from 'zod';
import { glow } from '../gaussian.ts';
import { amountField, inPixels, radiusField, radiusNote, stopsText, thresholdField } from './fields.ts';
import { defineTexture } from './kind.ts';
import { excessAt, excessOf } from './threshold.ts';

/** What of green and blue comes back at full warmth: red goes deepest (common practice: halos are red to orange). */
const warmest = { green: 0.22, blue: 0.04 };

/** The colour of the halo, red being 1. */
export const haloColour = (warmth: number) =>
  [1, 1 - (1 - warmest.green) * (warmth / 100), 1 - (1 - warmest.blue) * (warmth / 100)] as const;

const schema = z.strictObject({
  amount: amountField(12, 60),
  threshold: thresholdField(3),
  radius: radiusField(0.6, 0.05, 4),
  warmth: z.number().min(0).max(100).default(80).meta({ label: 'Warmth', unit: '%', step: 1 }),
});

/** Light that comes back from behind the film: what is brighter than the threshold adds a warm halo round itself. */
export const halation = defineTexture({
  id: 'halation',
  label: 'Halation',
  about: 'Light thrown back from behind the film: a warm halo round what is very bright',
  schema,
  strength: 'amount',
  shape: {
    axis: 'stops',
    label: 'Share that makes a halo, %',
    unit: '%',
    y: { min: 0, max: 100 },
    at: (p, stops) => excessAt(p.threshold, stops),
    handles: [{ key: 'threshold', along: 'x', x: (p) => p.threshold }],
  },
  isNeutral: (p) => p.amount === 0,
  summary: (p) => `${p.amount} % over ${stopsText(p.threshold)}`,
  notes(p) {
    const colour = haloColour(p.warmth).map((v) => v.toFixed(2));
    return [
      `adds ${p.amount} % of the scene-linear light above ${stopsText(p.threshold)} from mid-grey, (1 − T/Y)² of it`,
      `spread by ${radiusNote(p.radius)}, with tails of 2σ and 4σ`,
      `tinted R ${colour[0]}  G ${colour[1]}  B ${colour[2]}`,
    ];
  },
  run(p, light) {
    const tint = haloColour(p.warmth);
    excessOf(light, p.threshold)?.forEach((excess, c) => {
      const halo = glow(excess, light.width, light.height, inPixels(p.radius, light));
      const gain = (p.amount / 100) * tint[c];
      const plane = light.planes[c];
      for (let i = 0; i < plane.length; i++) plane[i] += gain * halo[i];
    });
  },
});

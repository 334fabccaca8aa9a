import { z } from 'zod';
import { stopsText } from './fields.ts';
import { defineTexture } from './kind.ts';

const schema = z.strictObject({
  corner: z.number().min(-3).max(1).default(-0.5).meta({ label: 'Corner', unit: 'st', step: 0.05 }),
  from: z.number().min(0).max(95).default(35).meta({ label: 'Begins at', unit: '%', step: 1 }),
});

/** Stops at a way from the middle (0) to a corner (1): a smooth step from where it begins. */
function stopsAt({ corner, from }: z.output<typeof schema>, way: number): number {
  const t = Math.min(Math.max((way - from / 100) / (1 - from / 100), 0), 1);
  return corner * t * t * (3 - 2 * t);
}

/** Light that falls off toward the corners. */
export const vignette = defineTexture({
  id: 'vignette',
  label: 'Vignette',
  about: 'Light that falls off toward the corners, in stops',
  schema,
  strength: 'corner',
  shape: {
    axis: 'radius',
    label: 'Light, stops',
    unit: 'st',
    y: { min: -3, max: 1 },
    at: (p, percent) => stopsAt(p, percent / 100),
    handles: [
      { key: 'from', along: 'x', x: (p) => p.from },
      { key: 'corner', along: 'y', x: () => 99 },
    ],
  },
  isNeutral: (p) => p.corner === 0,
  summary: (p) => `${stopsText(p.corner)} at the corner`,
  notes: (p) => [
    `${stopsText(p.corner)} of exposure in the corners, a smooth step from ${p.from} % of the half diagonal; round`,
  ],
  run(p, { width, height, planes }) {
    const [cx, cy] = [(width - 1) / 2, (height - 1) / 2];
    const reach = Math.hypot(width, height) / 2;
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const gain = 2 ** stopsAt(p, Math.sqrt((x - cx) ** 2 + (y - cy) ** 2) / reach);
        for (const plane of planes) plane[i] *= gain;
      }
  },
});

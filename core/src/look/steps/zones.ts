import { z } from 'zod';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';
import { gainsAt, makeGainTable, tableTop, zoneNames } from './zoneCurve.ts';

const zone = (centre: number) =>
  z
    .strictObject({
      centre: z.number().min(-8).max(6).default(centre).meta({ label: 'Centre', unit: 'st', step: 0.1 }),
      density: z.number().min(-3).max(3).default(0).meta({ label: 'Density', unit: 'st', step: 0.02 }),
      warm: z.number().min(-1).max(1).default(0).meta({ label: 'Amber – blue', unit: '', step: 0.01 }),
      green: z.number().min(-1).max(1).default(0).meta({ label: 'Green – magenta', unit: '', step: 0.01 }),
    })
    .prefault({});

export const zonesSchema = z
  .strictObject({
    blacks: zone(-5.5),
    shadows: zone(-2.75),
    midtones: zone(0),
    highlights: zone(2.25),
    whites: zone(4.5),
  })
  .superRefine((p, ctx) => {
    for (let i = 1; i < zoneNames.length; i++)
      if (p[zoneNames[i]].centre - p[zoneNames[i - 1]].centre < 0.5)
        ctx.addIssue({
          code: 'custom',
          path: [zoneNames[i], 'centre'],
          message: `${zoneNames[i]} must lie at least 0.5 stop above ${zoneNames[i - 1]}`,
        });
  });
export type ZonesParams = z.output<typeof zonesSchema>;

const [wr, wg, wb] = luminanceWeights(working);

/**
 * Five zones on the stop scale. Density takes light away, in stops (+ is darker, as everywhere); a tint moves the
 * channels apart at kept luminance. A pixel's zone comes from its luminance, so its three channels move together.
 */
export const zones = defineStep({
  id: 'zones',
  label: 'Zones',
  schema: zonesSchema,
  keeps: { neutral: false, luminance: false },
  isNeutral: (p) => zoneNames.every((n) => p[n].density === 0 && p[n].warm === 0 && p[n].green === 0),
  summary(p) {
    const largest = zoneNames.reduce((a, b) => (Math.abs(p[b].density) > Math.abs(p[a].density) ? b : a));
    return p[largest].density === 0 ? 'tints' : `${signed(p[largest].density, 2)} st`;
  },
  compile(p) {
    const { table, notes } = makeGainTable(p);
    return {
      notes,
      run(rgb) {
        for (let i = 0; i < rgb.length; i += 3) {
          const y = wr * rgb[i] + wg * rgb[i + 1] + wb * rgb[i + 2];
          const at = gainsAt(y);
          const k = Math.min(Math.floor(at), tableTop);
          const t = at - k;
          const j = k * 3;
          rgb[i] *= table[j] + t * (table[j + 3] - table[j]);
          rgb[i + 1] *= table[j + 1] + t * (table[j + 4] - table[j + 1]);
          rgb[i + 2] *= table[j + 2] + t * (table[j + 5] - table[j + 2]);
        }
      },
    };
  },
});

import { z } from 'zod';
import { midGrey, stopsToLinear } from '../../colour/exposure.ts';
import { luminanceWeights } from '../../colour/rgbSpace.ts';
import { working } from '../../colour/spaces/index.ts';
import { ramp } from './seenColour.ts';
import { defineStep } from './step.ts';
import { logTwo } from '../../colour/power.ts';

const [wr, wg, wb] = luminanceWeights(working);
/** Stops over which colour goes. */
const width = 2;

/** Takes the colour out of deep shadows and of the brightest highlights; luminance stays. */
export const cleanEnds = defineStep({
  id: 'cleanEnds',
  label: 'Clean ends',
  schema: z.strictObject({
    shadows: z.number().min(0).max(1).default(0).meta({ label: 'Shadows', unit: '×', step: 0.02 }),
    highlights: z.number().min(0).max(1).default(0).meta({ label: 'Highlights', unit: '×', step: 0.02 }),
    below: z.number().min(-8).max(-1).default(-4).meta({ label: 'Below', unit: 'st', step: 0.1 }),
    above: z.number().min(0.5).max(6).default(3).meta({ label: 'Above', unit: 'st', step: 0.1 }),
  }),
  keeps: { neutral: true, luminance: true },
  isNeutral: (p) => p.shadows === 0 && p.highlights === 0,
  summary: (p) => `${p.shadows.toFixed(2)} ${p.highlights.toFixed(2)}`,
  compile: (p) => ({
    run(rgb) {
      const shadowTop = stopsToLinear(p.below + width / 2);
      const highlightFoot = stopsToLinear(p.above - width / 2);
      for (let i = 0; i < rgb.length; i += 3) {
        const y = wr * rgb[i] + wg * rgb[i + 1] + wb * rgb[i + 2];
        if (y > shadowTop && y < highlightFoot) continue;
        const stops = y > 0 ? logTwo(y / midGrey) : -20;
        const gone =
          p.shadows * ramp((p.below + width / 2 - stops) / width) +
          p.highlights * ramp((stops - p.above + width / 2) / width);
        if (gone === 0) continue;
        const keep = 1 - Math.min(gone, 1);
        for (let c = 0; c < 3; c++) rgb[i + c] = y + keep * (rgb[i + c] - y);
      }
    },
  }),
});

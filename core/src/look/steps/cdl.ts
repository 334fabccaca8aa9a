import { cdlOnCode, cdlSchema } from '../../colour/cdl.ts';
import { acescct, highestAcescct } from '../../colour/transfer/acescct.ts';
import { defineStep } from './step.ts';

/** ASC CDL 1.2 in ACEScct: slope, offset and power per channel, then saturation by BT.709 luma weights. */
export const cdl = defineStep({
  id: 'cdl',
  label: 'CDL',
  schema: cdlSchema,
  keeps: { neutral: false, luminance: false },
  isNeutral: (p) => Object.entries(p).every(([key, v]) => v === (key.startsWith('offset') ? 0 : 1)),
  summary: (p) => `sat ${p.saturation.toFixed(2)}`,
  compile(p) {
    const onCode = cdlOnCode(p);
    return {
      run(rgb) {
        for (let i = 0; i < rgb.length; i++) rgb[i] = acescct.forward(rgb[i]);
        onCode(rgb);
        for (let i = 0; i < rgb.length; i++) rgb[i] = acescct.inverse(Math.min(rgb[i], highestAcescct));
      },
    };
  },
});

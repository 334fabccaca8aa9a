import { signed } from '../numeric/signed.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { type ReadingDefinition, render } from './reading.ts';
import { judge } from '../numeric/verdict.ts';
import { chromaOf } from '../colour/ycbcr.ts';

/** Eleven greys, half a stop apart about mid-grey: where a cast is seen. The ends have readings of their own. */
const greyStops = Array.from({ length: 11 }, (_, i) => (i - 5) / 2);
/** Wide enough for a tint that reads as light; a picture with a cast lies beyond it. */
const band = { low: 0, high: 7, slack: 5 };

export const neutralDrift: ReadingDefinition = {
  id: 'neutral',
  label: 'Neutral',
  unit: 'ΔE',
  target: () => 'up to ΔE 7 on eleven greys, to 12 close (from memory: beyond it a tint reads as a cast)',
  measure({ pipeline }) {
    const lab = displayToLab(pipeline.rendering.output.space, pipeline.rendering.output.curve);
    const signals = render(
      pipeline,
      greyStops.flatMap((s) => Array<number>(3).fill(stopsToLinear(s))),
    );
    let worst = { error: 0, stops: 0, cb: 0, cr: 0 };
    greyStops.forEach((stops, i) => {
      const [r, g, b] = signals.slice(i * 3, i * 3 + 3);
      const colour = lab(r, g, b);
      const error = deltaE2000([colour[0], 0, 0], colour);
      const [cb, cr] = chromaOf(r, g, b);
      if (error > worst.error) worst = { error, stops, cb, cr };
    });
    return {
      value: worst.error,
      text: `ΔE ${worst.error.toFixed(1)}`,
      ...judge(worst.error, band),
      detail:
        worst.error < 0.05
          ? 'Greys leave the look as greys.'
          : `The grey at ${signed(worst.stops, 1)} stops drifts most: Cb ${(worst.cb * 100).toFixed(1)}, Cr ${(worst.cr * 100).toFixed(1)} %.`,
    };
  },
};

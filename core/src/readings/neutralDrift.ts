import { signed } from '../numeric/signed.ts';
import { stopsToLinear } from '../colour/exposure.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { markedNeutrals, type MarkedNeutral } from './markedNeutrals.ts';
import { type ReadingDefinition, type ReadingPart, render } from './reading.ts';
import { judge } from '../numeric/verdict.ts';
import { chromaOf } from '../colour/ycbcr.ts';

/** Eleven greys, half a stop apart about mid-grey: where a cast is seen. The ends have readings of their own. */
const greyStops = Array.from({ length: 11 }, (_, i) => (i - 5) / 2);
/** Wide enough for a tint that reads as light; a picture with a cast lies beyond it. */
const band = { low: 0, high: 7, slack: 5 };

const castWords = ({ cb, cr }: { cb: number; cr: number }) =>
  `Cb ${signed(cb * 100, 1)}, Cr ${signed(cr * 100, 1)} %`;

const partOf = ({ mark, error, ...cast }: MarkedNeutral): ReadingPart => ({
  label: mark.name,
  text: `ΔE ${error.toFixed(1)}, ${castWords(cast)}`,
  verdict: judge(error, band).verdict,
  target: `up to ΔE ${band.high} from its colour without the look`,
});

export const neutralDrift: ReadingDefinition = {
  id: 'neutral',
  label: 'Neutral',
  unit: 'ΔE',
  target: () => 'up to ΔE 7 on eleven greys, to 12 close (from memory: beyond it a tint reads as a cast)',
  measure(context) {
    const { pipeline } = context;
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
    const marked = markedNeutrals(context);
    const worstMarked = Math.max(0, ...marked.map((m) => m.error));
    return {
      value: worst.error,
      text: `ΔE ${worst.error.toFixed(1)}`,
      // What is marked has to stay within the same band as any grey.
      ...judge(Math.max(worst.error, worstMarked), band),
      parts: marked.length > 0 ? marked.map(partOf) : undefined,
      detail:
        worst.error < 0.05
          ? 'Greys leave the look as greys.'
          : `The grey at ${signed(worst.stops, 1)} stops drifts most: ${castWords(worst)}.`,
    };
  },
};

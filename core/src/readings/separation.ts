import { hueOf, hueDistance } from '../colour/hue.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import { isOneOf, pixelsInAreas, type ReadingContext, type ReadingDefinition } from './reading.ts';
import type { Area } from '../recording/areas.ts';
import { judge, unjudged } from '../numeric/verdict.ts';

type Lab = [number, number, number];

/** Attention goes where subject and background differ (common practice); the numbers are from memory. */
const band = { low: 10, high: Infinity, slack: 5 };

/** Mean CIE Lab of some areas of the picture as shown; null where they hold no pixel. */
function meanLab(context: ReadingContext, areas: readonly Area[]): Lab | null {
  const { signal, pipeline } = context;
  const toLab = displayToLab(pipeline.rendering.output.space, pipeline.rendering.output.curve);
  const pixels = pixelsInAreas(context, areas);
  const sum: Lab = [0, 0, 0];
  for (const pixel of pixels) {
    const lab = toLab(signal[pixel * 3], signal[pixel * 3 + 1], signal[pixel * 3 + 2]);
    for (let i = 0; i < 3; i++) sum[i] += lab[i];
  }
  return pixels.length === 0 ? null : (sum.map((v) => v / pixels.length) as Lab);
}

export const separation: ReadingDefinition = {
  id: 'separation',
  label: 'Separation',
  unit: 'ΔE',
  ofPlate: true,
  target: () =>
    `ΔE ${band.low} or more between subject and background, down to ${band.low - band.slack} close (from memory)`,
  where: (context) =>
    isOneOf(pixelsInAreas(context, [...context.marks.subject, ...context.marks.background])),
  measure(context) {
    const { subject, background } = context.marks;
    const [a, b] = [subject, background].map((areas) => (areas.length > 0 ? meanLab(context, areas) : null));
    if (!a || !b)
      return {
        value: null,
        text: '–',
        ...unjudged,
        detail: 'Mark a subject and a background at the Plates station to see how far they stand apart.',
      };
    const value = deltaE2000(a, b);
    const chroma = (lab: Lab) => Math.hypot(lab[1], lab[2]);
    const apart = Math.abs(hueDistance(hueOf(a), hueOf(b)));
    return {
      value,
      text: `ΔE ${value.toFixed(1)}`,
      ...judge(value, band),
      detail: `Subject against background: lightness ${Math.abs(a[0] - b[0]).toFixed(0)}, chroma ${Math.abs(chroma(a) - chroma(b)).toFixed(0)}, hue ${apart.toFixed(0)}° apart.`,
    };
  },
};

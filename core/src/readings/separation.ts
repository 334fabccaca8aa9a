import { hueOf, hueDistance } from '../colour/hue.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { displayToLab } from '../colour/displayLab.ts';
import {
  isOneOf,
  pixelsInAreas,
  type ReadingContext,
  type ReadingDefinition,
  type ReadingPart,
} from './reading.ts';
import type { Area } from '../recording/areas.ts';
import { judge, unjudged } from '../numeric/verdict.ts';

type Lab = [number, number, number];

/** Attention goes where subject and background differ (common practice); the numbers are from memory. */
const band = { low: 10, high: Infinity, slack: 5 };

/** What subject and surround may differ in, with how much of it alone is enough to be seen (from memory). */
const sides = [
  { label: 'lightness', unit: ' L*', low: 12, slack: 6, of: lightness },
  { label: 'saturation', unit: ' C*', low: 12, slack: 6, of: saturation },
  { label: 'hue', unit: '°', low: 25, slack: 12, of: hue },
] as const;

const chromaOf = (lab: Lab) => Math.hypot(lab[1], lab[2]);
/** Chroma under which a hue means nothing. */
const grey = 4;

function lightness(a: Lab, b: Lab): number | null {
  return Math.abs(a[0] - b[0]);
}
function saturation(a: Lab, b: Lab): number | null {
  return Math.abs(chromaOf(a) - chromaOf(b));
}
function hue(a: Lab, b: Lab): number | null {
  return Math.min(chromaOf(a), chromaOf(b)) < grey ? null : Math.abs(hueDistance(hueOf(a), hueOf(b)));
}

/** One side is enough: where they stand apart as a whole, a side that is small is no fault. */
const partsOf = (a: Lab, b: Lab, isApart: boolean): ReadingPart[] =>
  sides.map(({ label, unit, low, slack, of }) => {
    const value = of(a, b);
    const target = `${low}${unit} or more`;
    if (value === null) return { label, text: '–', verdict: 'none', target };
    const { verdict } = judge(value, { low, high: Infinity, slack });
    const text = `${value.toFixed(0)}${unit}`;
    return { label, text, verdict: isApart && verdict !== 'holds' ? 'none' : verdict, target };
  });

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
    const judged = judge(value, band);
    const parts = partsOf(a, b, judged.miss === 0);
    return {
      value,
      text: `ΔE ${value.toFixed(1)}`,
      ...judged,
      parts,
      detail: `Subject against background: ${parts.map((p) => `${p.label} ${p.text}`).join(', ')} apart.`,
    };
  },
};

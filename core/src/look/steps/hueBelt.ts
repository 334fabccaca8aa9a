import { plural } from '../../numeric/plural.ts';
import { z } from 'zod';
import { periodicCubic } from '../../numeric/periodicCubic.ts';
import { editByHue, makeHueTable } from './hueTable.ts';
import { editOklab } from '../../colour/oklabPixels.ts';
import { defineStep } from './step.ts';

/** Nodes lie at least this far apart, degrees. */
export const minNodeGap = 4;

const node = z.strictObject({
  hue: z.number().min(0).max(360).default(0).meta({ label: 'Hue', unit: '°', step: 1 }),
  reach: z.number().min(8).max(150).default(40).meta({ label: 'Reach', unit: '°', step: 1 }),
  turn: z.number().min(-60).max(60).default(0).meta({ label: 'Turn', unit: '°', step: 0.5 }),
  saturation: z.number().min(0).max(3).default(1).meta({ label: 'Sat', unit: '×', step: 0.02 }),
  density: z.number().min(-2).max(2).default(0).meta({ label: 'Density', unit: 'st', step: 0.02 }),
});
export const hueNodeSchema = node;
export type HueNode = z.output<typeof node>;

export const hueBeltSchema = z
  .strictObject({ nodes: z.array(node).max(16).default([]) })
  .superRefine(({ nodes }, ctx) => {
    const sorted = nodes.map((n) => n.hue % 360).sort((a, b) => a - b);
    sorted.forEach((hue, i) => {
      const next = i + 1 < sorted.length ? sorted[i + 1] : sorted[0] + 360;
      if (nodes.length > 1 && next - hue < minNodeGap)
        ctx.addIssue({
          code: 'custom',
          path: ['nodes'],
          message: `two nodes of the hue belt lie closer than ${minNodeGap}° at ${hue.toFixed(0)}°`,
        });
    });
  });
export type HueBeltParams = z.output<typeof hueBeltSchema>;

type Knot = Pick<HueNode, 'hue' | 'turn' | 'saturation' | 'density'>;
const rest = { turn: 0, saturation: 1, density: 0 };

/** The nodes round the circle, with the belt at rest where no node reaches. */
function knots(nodes: readonly HueNode[]): Knot[] {
  const sorted = nodes.map((n) => ({ ...n, hue: n.hue % 360 })).sort((a, b) => a.hue - b.hue);
  return sorted.flatMap((n, i): Knot[] => {
    const last = i === sorted.length - 1;
    const next = last ? { ...sorted[0], hue: sorted[0].hue + 360 } : sorted[i + 1];
    const gap = next.hue - n.hue - n.reach - next.reach;
    if (gap < minNodeGap) return [n];
    return [n, { ...rest, hue: n.hue + n.reach }, { ...rest, hue: next.hue - next.reach }];
  });
}

/** Hues that draw together keep at least this share of their distance. */
const closest = 0.12;

/** The greatest share of a turn curve (degrees over degrees) at which no two hues swap places. */
function orderKept(turn: ReturnType<typeof periodicCubic>): number {
  let steepest = 0;
  for (let hue = 0; hue < 360; hue += 0.25) steepest = Math.min(steepest, turn.slope(hue));
  return steepest < closest - 1 ? (1 - closest) / -steepest : 1;
}

/** The three lanes of the belt over hue (degrees), and the share at which turns had to be held. */
export function hueBeltLanes({ nodes }: HueBeltParams) {
  if (nodes.length === 0)
    return { at: (): [number, number, number] => [rest.turn, rest.saturation, rest.density], held: 1 };
  const round = knots(nodes);
  const hues = round.map((p) => p.hue);
  const lane = (key: keyof typeof rest) =>
    periodicCubic(
      hues,
      round.map((p) => p[key]),
      360,
    );
  const [turn, saturation, density] = [lane('turn'), lane('saturation'), lane('density')];
  const held = orderKept(turn);
  const at = (hue: number): [number, number, number] => [
    held * turn.at(hue),
    saturation.at(hue),
    density.at(hue),
  ];
  return { at, held };
}

/**
 * Hue belt: turn, saturation and density over the hue circle (Oklab), by monotone cubics through nodes
 * (Fritsch–Carlson 1980). Outside the reach of every node the belt is at rest. Greys stay.
 */
export const hueBelt = defineStep({
  id: 'hueBelt',
  label: 'Hue belt',
  schema: hueBeltSchema,
  keeps: { neutral: true, luminance: false },
  isNeutral: ({ nodes }) => nodes.every((n) => n.turn === 0 && n.saturation === 1 && n.density === 0),
  summary: ({ nodes }) => plural(nodes.length, 'node'),
  compile(p) {
    const { at, held } = hueBeltLanes(p);
    const edit = editByHue(makeHueTable(at));
    const notes =
      held < 1
        ? [`Hue belt: turns are held at ${Math.round(held * 100)} %, or hues would change places`]
        : [];
    return { run: (rgb) => editOklab(rgb, edit), notes };
  },
});

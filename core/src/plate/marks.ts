import { z } from 'zod';
import type { NamedArea } from '../recording/areas.ts';

/** A place on a frame, in shares of its width and height. */
const point = z.tuple([z.number().min(-0.5).max(1.5), z.number().min(-0.5).max(1.5)]);
export type Point = z.output<typeof point>;

export const areaSchema = z.strictObject({
  x0: z.number().min(0).max(1),
  y0: z.number().min(0).max(1),
  x1: z.number().min(0).max(1),
  y1: z.number().min(0).max(1),
});

/** Kinds of mark that are one box on the frame. */
export const boxKinds = [
  'neutral',
  'skin',
  'subject',
  'background',
  'greyCard',
  'whiteCard',
  'blackCard',
  'object',
] as const;
export type BoxKind = (typeof boxKinds)[number];

/** Kinds that say where white balance comes from, the surest first. */
export const neutralKinds = ['greyCard', 'neutral', 'whiteCard'] as const satisfies readonly BoxKind[];

export const isNeutralKind = (kind: BoxKind): boolean => (neutralKinds as readonly BoxKind[]).includes(kind);

export const markLabels: Record<BoxKind | 'greyScale' | 'chart', string> = {
  neutral: 'Neutral',
  skin: 'Skin',
  subject: 'Subject',
  background: 'Background',
  greyCard: 'Grey card',
  whiteCard: 'White card',
  blackCard: 'Black card',
  object: 'Object',
  greyScale: 'Grey scale',
  chart: 'Chart',
};

const boxMark = z.strictObject({
  id: z.string().min(1),
  kind: z.enum(boxKinds),
  area: areaSchema,
  /** What it is, where a person has said it: a shirt, the whites of eyes. */
  name: z.string().trim().min(1).max(40).optional(),
});

/** One patch of a chart: its place on the chart (0–1 across and down) and its colour, BT.709-linear. */
export const patchSchema = z.strictObject({
  name: z.string().max(60),
  u0: z.number(),
  v0: z.number(),
  u1: z.number(),
  v1: z.number(),
  reference: z.tuple([z.number(), z.number(), z.number()]).nullable(),
});
export type Patch = z.output<typeof patchSchema>;

/** A chart or a grey scale: four corners on the frame, and patches between them. */
const gridMark = z.strictObject({
  id: z.string().min(1),
  kind: z.enum(['greyScale', 'chart']),
  /** Top left, top right, bottom right, bottom left. */
  corners: z.tuple([point, point, point, point]),
  patches: z.array(patchSchema).min(1).max(200),
});

export const markSchema = z.discriminatedUnion('kind', [boxMark, gridMark]);
export type Mark = z.output<typeof markSchema>;
export type BoxMark = z.output<typeof boxMark>;
export type GridMark = z.output<typeof gridMark>;
export const marksSchema = z.array(markSchema).max(100);

export const isBox = (mark: Mark): mark is BoxMark => 'area' in mark;
export const areasOf = (marks: readonly Mark[], kind: BoxKind) =>
  marks.filter((m): m is BoxMark => isBox(m) && m.kind === kind).map((m) => m.area);

/** An ID no mark of the frame has. */
export function newMarkId(marks: readonly Mark[]): string {
  for (let n = marks.length + 1; ; n++) if (!marks.some((m) => m.id === `m${n}`)) return `m${n}`;
}

/** What a mark is called: by its own name, or by its kind. */
export const markName = (mark: Mark): string => (isBox(mark) && mark.name) || markLabels[mark.kind];

/** What should stay neutral on a frame, by its names. */
export const namedNeutrals = (marks: readonly Mark[]): NamedArea[] =>
  marks.flatMap((m) => (isBox(m) && isNeutralKind(m.kind) ? [{ name: markName(m), area: m.area }] : []));

/** The share of a patch that is read: its edges hold mortar and blur. */
const core = 0.5;

/** An even grid of patches without references. */
export function gridPatches(columns: number, rows: number): Patch[] {
  return Array.from({ length: columns * rows }, (_, i) => {
    const [c, r] = [i % columns, Math.floor(i / columns)];
    const name = `${String.fromCharCode(65 + r)}${c + 1}`;
    return {
      name,
      u0: c / columns,
      v0: r / rows,
      u1: (c + 1) / columns,
      v1: (r + 1) / rows,
      reference: null,
    };
  });
}

/** A place on a chart → a place on the frame: the projective map of the unit square onto its corners. */
export function chartMap([a, b, c, d]: GridMark['corners']): (u: number, v: number) => Point {
  const [dx1, dy1] = [b[0] - c[0], b[1] - c[1]];
  const [dx2, dy2] = [d[0] - c[0], d[1] - c[1]];
  const [sx, sy] = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]];
  const determinant = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / determinant || 0;
  const h = (dx1 * sy - sx * dy1) / determinant || 0;
  const [px, py] = [b[0] - a[0] + g * b[0], b[1] - a[1] + g * b[1]];
  const [qx, qy] = [d[0] - a[0] + h * d[0], d[1] - a[1] + h * d[1]];
  return (u, v) => {
    const w = g * u + h * v + 1;
    return [(px * u + qx * v + a[0]) / w, (py * u + qy * v + a[1]) / w];
  };
}

/** The middle of each patch as a four-cornered area of the frame. */
export function patchOutlines(mark: GridMark, share = core): Point[][] {
  const at = chartMap(mark.corners);
  return mark.patches.map(({ u0, v0, u1, v1 }) => {
    const [u, v] = [(u0 + u1) / 2, (v0 + v1) / 2];
    const [du, dv] = [((u1 - u0) / 2) * share, ((v1 - v0) / 2) * share];
    return [at(u - du, v - dv), at(u + du, v - dv), at(u + du, v + dv), at(u - du, v + dv)];
  });
}

/** A box as an outline. */
export const boxOutline = ({ x0, y0, x1, y1 }: BoxMark['area']): Point[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];

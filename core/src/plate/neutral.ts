import { midGrey } from '../colour/exposure.ts';
import {
  areasOf,
  boxOutline,
  isBox,
  type Mark,
  neutralKinds,
  type Patch,
  patchOutlines,
  type Point,
} from './marks.ts';

/** A place on a frame by which its shot lane may be set. */
export interface Neutral {
  /** A grey card says the exposure too. */
  kind: (typeof neutralKinds)[number];
  outline: Point[];
}

/** Channels of a neutral patch differ by no more than this share of the greatest. */
const evenness = 0.06;
/** A patch this near 18 %, in stops, serves as a grey card. */
const nearGrey = 0.15;

const isNeutral = (rgb: NonNullable<Patch['reference']>) =>
  Math.max(...rgb) > 0 && Math.max(...rgb) - Math.min(...rgb) <= evenness * Math.max(...rgb);

/** The neutral patch of a chart or grey scale that is nearest to 18 %; null where no reference says that one is neutral. */
function neutralPatch(mark: Extract<Mark, { patches: Patch[] }>): (Neutral & { stops: number }) | null {
  const outlines = patchOutlines(mark);
  const found = mark.patches.flatMap(({ reference }, i) =>
    reference && isNeutral(reference)
      ? [{ outline: outlines[i], stops: Math.abs(Math.log2(reference[1] / midGrey)) }]
      : [],
  );
  const [best] = found.sort((a, b) => a.stops - b.stops);
  return best ? { ...best, kind: best.stops <= nearGrey ? 'greyCard' : 'neutral' } : null;
}

/** The surest neutral that is marked on a frame: a grey card, a patch of a chart, a neutral, a white card. */
export function surestNeutral(marks: readonly Mark[]): Neutral | null {
  const boxes = neutralKinds.flatMap((kind) =>
    areasOf(marks, kind).map((area): Neutral => ({ kind, outline: boxOutline(area) })),
  );
  const patches = marks.flatMap((m) => (isBox(m) ? [] : (neutralPatch(m) ?? [])));
  const all = [...boxes, ...patches];
  return all.find((n) => n.kind === 'greyCard') ?? patches[0] ?? all[0] ?? null;
}

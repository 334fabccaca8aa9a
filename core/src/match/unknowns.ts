import type { LookStep } from '../look/document.ts';
import { stepDefinition, stepDefinitions } from '../look/steps/index.ts';
import { sectors } from '../look/steps/primariesAndSecondaries.ts';
import { type ZoneName, zoneNames } from '../look/steps/zoneCurve.ts';

/** One number that is solved for: where it goes, its limits, and how far it is moved without cause. */
export interface Unknown {
  rest: number;
  min: number;
  max: number;
  /** A move of this size counts as much as a difference of `oneDifference` in every statistic. */
  easy: number;
}

type ZoneSide = 'luminance' | 'warm' | 'green';
/** A difference between two pictures that can be taken by itself: of one zone, or of the whole picture. */
export type MatchPart =
  `${ZoneName} ${ZoneSide}` | 'exposure' | 'contrast' | 'saturation' | 'hues' | 'black' | 'white';

const byZone = (side: ZoneSide, range: Omit<Unknown, 'rest'>): MatchUnknown[] =>
  zoneNames.map((zone) => ({ rest: 0, ...range, part: `${zone} ${side}` as const }));

/** An unknown, and the difference that it is for. */
export interface MatchUnknown extends Unknown {
  part: MatchPart;
}

export const unknowns: readonly MatchUnknown[] = [
  { rest: 0, min: -2, max: 2, easy: 0.6, part: 'exposure' },
  { rest: 1, min: 0.6, max: 1.6, easy: 0.25, part: 'contrast' },
  ...byZone('luminance', { min: -1.2, max: 1.2, easy: 0.35 }),
  ...byZone('warm', { min: -0.9, max: 0.9, easy: 0.3 }),
  ...byZone('green', { min: -0.9, max: 0.9, easy: 0.3 }),
  { rest: 1, min: 0.2, max: 1.8, easy: 0.3, part: 'saturation' },
  ...sectors.map(() => ({ rest: 1, min: 0.3, max: 1.8, easy: 0.3, part: 'hues' }) as const),
  { rest: 0, min: -0.5, max: 2, easy: 0.6, part: 'black' },
  { rest: 0, min: -0.5, max: 0.7, easy: 0.3, part: 'white' },
];

/** The steps of a match carry this in front of their IDs, so that another solve takes their place. */
const prefix = 'match-';
export const isMatchStep = ({ id }: Pick<LookStep, 'id'>) => id.startsWith(prefix);
const beltReach = 55;

export const rounded = (v: number) => Number(v.toFixed(4));

/** The unknowns as ordinary steps, in the usual order. */
export function stepsOf(x: ArrayLike<number>, keepSkin: boolean): LookStep[] {
  let at = 0;
  const next = () => rounded(x[at++]);
  const [stops, contrast] = [next(), next()];
  const triples = [0, 1, 2].map(() => zoneNames.map(next));
  const amount = next();
  const belt = sectors.map((s) => ({ hue: s.hue, reach: beltReach, saturation: next() }));
  const [black, shoulder] = [next(), next()];
  const params: Record<string, Record<string, unknown>> = {
    exposure: { stops },
    contrast: { contrast },
    toeShoulder: { shoulder },
    zones: Object.fromEntries(
      zoneNames.map((n, i) => [n, { density: triples[0][i], warm: triples[1][i], green: triples[2][i] }]),
    ),
    hueBelt: { nodes: belt },
    saturation: { amount },
    blackWhitePoint: { black },
    ...(keepSkin ? { skinKeep: { hue: 0.6 } } : {}),
  };
  return stepDefinitions.flatMap(({ id }) =>
    params[id]
      ? [
          {
            id: `${prefix}${id}`,
            type: id,
            on: true,
            strength: 1,
            params: stepDefinition(id).schema.parse(params[id]) as Record<string, unknown>,
          },
        ]
      : [],
  );
}

/** The steps of a match that changes nothing. */
export const stepsAtRest = () =>
  stepsOf(
    unknowns.map((u) => u.rest),
    true,
  );

import { insertStep } from '../../look/edit.ts';
import { type ColourBoxParams, heldTurn } from '../../look/steps/colourBox.ts';
import { pixelsInAreas } from '../../readings/reading.ts';
import { signed } from '../../numeric/signed.ts';
import { type Answer, type Remedy, rounded, search } from '../remedy.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';
import { type AreaBox, boxBetween } from './areaBox.ts';
import { lightReaching } from './reaching.ts';

/** A change of one side's colour that parts it from the other. */
interface Move {
  /** The number of a box that it sets. */
  sets: 'density' | 'saturation' | 'turn';
  /** It moves level, and so may only widen a difference of level that its box goes by. */
  toward?: AreaBox['side'];
  of: 'subject' | 'background';
  /** The box's change at an amount from 0 to 1, the most that is reasonable. */
  at(amount: number, box: ColourBoxParams): Partial<ColourBoxParams>;
  says(params: ColourBoxParams): string;
}

/** The most of each move (from memory: further on it is seen as an effect). */
const most = { lighten: 0.8, darken: 1.2, desaturate: 0.7 };

const names = { subject: 'the subject’s', background: 'the surround’s' } as const;

const darken = (of: Move['of']): Move => ({
  sets: 'density',
  of,
  toward: 'darker',
  at: (amount) => ({ density: rounded(amount * most.darken, 2) }),
  says: ({ density }) => `darken ${names[of]} colour by ${density.toFixed(2)} st`,
});
const lighten = (of: Move['of']): Move => ({
  sets: 'density',
  of,
  toward: 'lighter',
  at: (amount) => ({ density: rounded(-amount * most.lighten, 2) }),
  says: ({ density }) => `lighten ${names[of]} colour by ${(-density).toFixed(2)} st`,
});
const turnBy = (sign: 1 | -1): Move => ({
  sets: 'turn',
  of: 'background',
  at: (amount, box) => ({ turn: rounded(amount * heldTurn({ ...box, turn: sign * 60 }), 1) }),
  says: ({ turn }) => `turn the surround’s colour ${signed(turn, 0)}°`,
});

/** Ways of parting subject and surround: by lightness from either side, by saturation, by hue. */
const moves: readonly Move[] = [
  darken('background'),
  lighten('subject'),
  {
    sets: 'saturation',
    of: 'background',
    at: (amount) => ({ saturation: rounded(1 - amount * most.desaturate, 2) }),
    says: ({ saturation }) => `saturation of the surround’s colour × ${saturation.toFixed(2)}`,
  },
  turnBy(1),
  turnBy(-1),
  // Against a light: the subject is the darker one.
  darken('subject'),
  lighten('background'),
];

/** The separation that is aimed at, ΔE2000, a little inside its band. */
const aim = { value: 10.5, within: 0.4 };
/** What a move has to gain to be worth an offer, ΔE2000. */
const minGain = 1;
/** Changes that are offered. */
const mostOffers = 3;

interface Solved {
  answer: Answer;
  moves: readonly Move[];
  reached: number;
  amount: number;
}

/** Boxes for both sides, where their colours can be told apart where a box would stand in the recipe. */
function boxesOf(evaluator: PlateEvaluator, now: Change): Record<Move['of'], AreaBox | null> {
  const put = insertStep(now.look.steps, 'colourBox');
  const at = put.steps.findIndex((s) => s.id === put.id);
  const context = evaluator.sampled(now);
  const { marks } = context;
  const [subject, background] = [marks.subject, marks.background].map((areas) =>
    lightReaching(evaluator, now, context, pixelsInAreas(context, areas), at),
  );
  return { subject: boxBetween(subject, background), background: boxBetween(background, subject) };
}

/** The look with some moves made, each as far: those of one side in one box. */
function withMoves(
  now: Change,
  chosen: readonly Move[],
  boxes: ReturnType<typeof boxesOf>,
  amount: number,
): { change: Change; does: string } {
  let { steps } = now.look;
  const said: string[] = [];
  for (const side of ['subject', 'background'] as const) {
    const mine = chosen.filter((m) => m.of === side);
    if (mine.length === 0) continue;
    const box = boxes[side]!.params;
    const params = mine.reduce((p, move) => ({ ...p, ...move.at(amount, box) }), box);
    said.push(...mine.map((move) => move.says(params)));
    steps = insertStep(steps, 'colourBox', params).steps;
  }
  const does = said.join(', ');
  return {
    change: { ...now, look: { ...now.look, steps: [...steps] } },
    does: `${does[0].toUpperCase()}${does.slice(1)}`,
  };
}

const pairsOf = (all: readonly Move[]): Move[][] =>
  all.flatMap((a, i) =>
    all
      .slice(i + 1)
      // What pulls against each other, or sets the same number of one box twice, is no pair.
      .filter((b) => !(a.of === b.of && a.sets === b.sets) && !(a.toward && a.toward === b.toward))
      .map((b) => [a, b]),
  );

/** The changes that part subject and surround: one move where one is enough, otherwise two together. */
export const separation: Remedy = {
  reading: 'separation',
  problem: ({ detail }) => `The subject hardly stands out. ${detail}`,
  solve: {
    look: (evaluator, now, { value }) => {
      const boxes = boxesOf(evaluator, now);
      const usable = moves.filter(({ of, toward }) => {
        const box = boxes[of];
        return box && (box.side === null || toward === undefined || toward === box.side);
      });
      const solve = (chosen: readonly Move[]): Solved[] => {
        const make = (amount: number) => withMoves(now, chosen, boxes, amount).change;
        const of = { evaluator, reading: 'separation', make, aim: aim.value, within: aim.within };
        const amount = search({ ...of, low: 0, high: 1 });
        if (!amount) return [];
        const answer = withMoves(now, chosen, boxes, amount);
        const reached = evaluator.read('separation', answer.change).value!;
        return reached < value! + minGain ? [] : [{ answer, moves: chosen, reached, amount }];
      };
      const reaches = ({ reached }: Solved) => reached >= aim.value - aim.within;
      // What is asked least of goes ahead.
      const byAmount = (a: Solved, b: Solved) => a.amount * a.moves.length - b.amount * b.moves.length;
      const single = usable.flatMap((move) => solve([move]));
      const enough = single.filter(reaches).toSorted(byAmount);
      if (enough.length > 0) return enough.slice(0, mostOffers).map((s) => s.answer);
      const helping = new Set(single.flatMap((s) => s.moves));
      const pairs = pairsOf([...helping]).flatMap(solve);
      const together = pairs.filter(reaches).toSorted(byAmount);
      if (together.length > 0) return together.slice(0, mostOffers).map((s) => s.answer);
      // Nothing reaches it: the most that can be done.
      return [...single, ...pairs]
        .toSorted((a, b) => b.reached - a.reached)
        .slice(0, 1)
        .map((s) => s.answer);
    },
  },
};

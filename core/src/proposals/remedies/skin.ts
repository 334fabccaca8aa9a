import { insertStep } from '../../look/edit.ts';
import { colourBox, type ColourBoxParams, colourBoxSchema, heldTurn } from '../../look/steps/colourBox.ts';
import { seen } from '../../look/steps/seenColour.ts';
import { numberField } from '../../numberField.ts';
import { meanRgb } from '../../readings/pixels.ts';
import { skinPixels } from '../../readings/skin.ts';
import { signed } from '../../numeric/signed.ts';
import { type Remedy, rounded, search } from '../remedy.ts';
import type { PracticeSettings } from '../../readings/practice.ts';
import type { Reading } from '../../readings/reading.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';
import { lightReaching } from './reaching.ts';
import { byLookExposure } from './midGrey.ts';
import { byBalance, byExposure } from './shot.ts';

/** A box of skin holds the skins of a plate with some room (from memory: complexions differ by less). */
const skinBox = { hueReach: 24, hueSoft: 20, satLow: 0.03, satSoft: 0.02, satHigh: 0.26, low: -6, high: 4 };

/** What the skin of the plate looks like to the colour boxes: after every step before them. */
function skinBefore(evaluator: PlateEvaluator, now: Change, at: number) {
  const context = evaluator.context(now);
  return seen(meanRgb(lightReaching(evaluator, now, context, skinPixels(context), at)));
}

/** Puts a box round the skin, or finds the one an earlier proposal has put there. */
function withSkinBox(evaluator: PlateEvaluator, now: Change) {
  const put = insertStep(now.look.steps, 'colourBox');
  const at = put.steps.findIndex((s) => s.id === put.id);
  const skin = skinBefore(evaluator, now, at);
  const known = now.look.steps.find(
    (s) => s.type === 'colourBox' && s.on && Math.abs((s.params as ColourBoxParams).hue - skin.hue) < 15,
  );
  const steps = known ? now.look.steps : put.steps;
  const id = known?.id ?? put.id;
  const rest = colourBoxSchema.parse({ ...skinBox, hue: rounded(skin.hue, 1) });
  const from = (known?.params ?? rest) as ColourBoxParams;
  const make = (change: Partial<ColourBoxParams>): Change => ({
    ...now,
    look: {
      ...now.look,
      steps: steps.map((s) => (s.id === id ? { ...s, params: { ...from, ...change } } : s)),
    },
  });
  return { from, make };
}

export const skinHue: Remedy = {
  reading: 'skinHue',
  problem: ({ value, detail }) => `Skin leans toward ${value! < 0 ? 'magenta' : 'green'}. ${detail}`,
  middle: ({ skinLean }) => skinLean,
  solve: {
    shot: byBalance(({ skinLean }) => skinLean, 0.4),
    look: (evaluator, now) => {
      const { from, make } = withSkinBox(evaluator, now);
      const limits = numberField(colourBox.schema.shape.turn);
      const turned = (turn: number) => make({ turn: rounded(turn, 1) });
      // Further than the box turns it would say what it cannot do.
      const [least, most] = [limits.min, limits.max].map(
        (turn) => Math.trunc(heldTurn({ ...from, turn }) * 10) / 10,
      );
      const range = { low: Math.max(from.turn - 30, least), high: Math.min(from.turn + 30, most) };
      const aim = evaluator.practice.skinLean;
      const turn = search({ evaluator, reading: 'skinHue', make: turned, ...range, aim, within: 0.4 });
      if (turn === null) return null;
      const change = turned(turn);
      return { change, does: `Turn skin ${signed(rounded(turn, 1) - from.turn, 1)}°` };
    },
  },
};

export const skinSaturation: Remedy = {
  reading: 'skinSaturation',
  problem: ({ value, text }) => `Skin is ${value! < 7 ? 'pale' : 'too colourful'}: ${text} chroma.`,
  middle: () => 7,
  solve: {
    look: (evaluator, now, { value }) => {
      const { from, make } = withSkinBox(evaluator, now);
      const at = (saturation: number) => make({ saturation: rounded(saturation, 2) });
      const aim = value! < 7 ? 4 : 12.5;
      const saturation = search({
        evaluator,
        reading: 'skinSaturation',
        make: at,
        low: 0.2,
        high: 2.5,
        aim,
        within: 0.3,
      });
      if (saturation === null) return null;
      return {
        change: at(saturation),
        does: `Saturation of skin ×${(saturation / from.saturation).toFixed(2)}`,
      };
    },
  },
};

/** The near edge of the band: night scenes are not to be made day. */
const nearEdge = ({ skinLevel: middle }: PracticeSettings, { value }: Reading) =>
  value! < middle ? middle - 13 : middle + 13;

/** Skin at the wrong level is usually the shot's: a look that moves it moves mid-grey. */
export const skinLevel: Remedy = {
  reading: 'skinLevel',
  problem: ({ value, text }) => `Skin lies ${value! < 50 ? 'low' : 'high'} on this plate: ${text}.`,
  middle: ({ skinLevel: middle }) => middle,
  solve: {
    shot: byExposure(nearEdge, 0.5),
    look: (evaluator, now, reading) =>
      byLookExposure(evaluator, now, { reading, aim: nearEdge(evaluator.practice, reading), within: 0.5 }),
  },
};

import { insertStep } from '../../look/edit.ts';
import { colourBoxSchema } from '../../look/steps/colourBox.ts';
import { seen } from '../../look/steps/seenColour.ts';
import { signed } from '../../numeric/signed.ts';
import { markedNeutrals, type MarkedNeutral } from '../../readings/markedNeutrals.ts';
import { meanRgb } from '../../readings/pixels.ts';
import type { Change, PlateEvaluator } from '../plateEvaluator.ts';
import { type Answer, rounded } from '../remedy.ts';
import { lightReaching } from './reaching.ts';

/** How far a box reaches about the neutral: stops, and saturation beyond its own. */
const reach = { stops: 1, soft: 1, saturation: 0.05 };
/** The most of a tint, and the step by which its effect is measured. */
const tint = { most: 1, step: 0.05 };
const rounds = 4;

/**
 * Takes the colour that a look gives to a marked neutral out again, by a tint that is held to its tone and to what has little
 * colour. @param neutral as the pixels of a search show it.
 */
export function holdNeutral(evaluator: PlateEvaluator, now: Change, neutral: MarkedNeutral): Answer | null {
  const put = insertStep(now.look.steps, 'colourBox');
  const at = put.steps.findIndex((s) => s.id === put.id);
  const light = lightReaching(evaluator, now, evaluator.sampled(now), neutral.pixels, at);
  const { stops, saturation } = seen(meanRgb(light));
  const make = (warm: number, green: number): Change => {
    const params = colourBoxSchema.parse({
      hueReach: 180,
      satLow: 0,
      satHigh: rounded(saturation + reach.saturation, 2),
      low: rounded(stops - reach.stops, 1),
      high: rounded(stops + reach.stops, 1),
      levelSoft: reach.soft,
      warm: rounded(warm, 2),
      green: rounded(green, 2),
    });
    return {
      ...now,
      look: { ...now.look, steps: put.steps.map((s) => (s.id === put.id ? { ...s, params } : s)) },
    };
  };
  const under = (warm: number, green: number) =>
    markedNeutrals(evaluator.sampled(make(warm, green))).find((n) => n.mark === neutral.mark)!;
  let [warm, green] = [0, 0];
  for (let i = 0; i < rounds; i++) {
    const here = under(warm, green);
    const [w, g] = [under(warm + tint.step, green), under(warm, green + tint.step)];
    const [a, b, c, d] = [w.cb - here.cb, g.cb - here.cb, w.cr - here.cr, g.cr - here.cr].map(
      (v) => v / tint.step,
    );
    const determinant = a * d - b * c;
    if (Math.abs(determinant) < 1e-9) return null;
    const hold = (v: number) => Math.min(Math.max(v, -tint.most), tint.most);
    warm = hold(warm - (d * here.cb - b * here.cr) / determinant);
    green = hold(green - (a * here.cr - c * here.cb) / determinant);
  }
  if (under(warm, green).error > neutral.error / 2) return null;
  return {
    change: make(warm, green),
    does: `Hold ${neutral.mark.name}: amber ${signed(warm, 2)}, green ${signed(green, 2)} within ${reach.stops} st`,
  };
}

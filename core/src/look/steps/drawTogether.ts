import { z } from 'zod';
import { hueDistance, hueOf } from '../../colour/hue.ts';
import { editOklab } from '../../colour/oklabPixels.ts';
import { hueTrust, ramp, saturationOf, turnChroma } from './seenColour.ts';
import { between, selectionWeight } from './selection.ts';
import { edgeNumber as number, selectionFields } from './selectionFields.ts';
import { defineStep } from './step.ts';

export const drawTogetherSchema = z.strictObject({
  huePull: number(0, 1, 0, 'Hue pull', '×', 0.02),
  satPull: number(0, 1, 0, 'Sat pull', '×', 0.02),
  toHue: number(0, 360, 30, 'Toward', '°', 1),
  aim: number(0, 0.6, 0.1, 'Sat aim', '', 0.005),
  ...selectionFields,
});
export type DrawTogetherParams = z.output<typeof drawTogetherSchema>;

/** Colours that are drawn together keep at least this share of their distance: no two become one, or change places. */
const closest = 0.12;
/** Hues farther than this from the target are drawn less and less, up to the one opposite, which has no shorter way. */
const fullReach = 60;
const fading = (away: number) => 1 - ramp((Math.abs(away) - fullReach) / (180 - fullReach));

/** The most of a pull that keeps values apart. @param pulled how far a value goes at a pull of 1. */
function mostPull(pulled: (x: number) => number, from: number, to: number, step: number): number {
  let steepest = 0;
  for (let x = from; x < to; x += step) steepest = Math.max(steepest, (pulled(x) - pulled(x + step)) / step);
  return steepest > 0 ? Math.min(1, (1 - closest) / steepest) : 1;
}

/** The pulls of a step, as far as no two colours change places. */
export function heldPulls(p: DrawTogetherParams): { hue: number; saturation: number } {
  const everyHue = p.hueReach >= 180;
  const byHue = (away: number) => {
    const fromMiddle = Math.abs(hueDistance(p.hue, p.toHue + away));
    const weight = everyHue ? 1 : between(fromMiddle, 0, p.hueReach, p.hueSoft);
    return -weight * fading(away) * away;
  };
  const bySaturation = (s: number) => hueTrust(s) * between(s, p.satLow, p.satHigh, p.satSoft) * (p.aim - s);
  return {
    hue: Math.min(p.huePull, mostPull(byHue, -180, 180, 0.5)),
    saturation: Math.min(p.satPull, mostPull(bySaturation, 0, 1, 0.002)),
  };
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Draw together: a soft selection of colours pulled toward one hue and one saturation. Lightness is never touched. */
export const drawTogether = defineStep({
  id: 'drawTogether',
  label: 'Draw together',
  schema: drawTogetherSchema,
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.huePull === 0 && p.satPull === 0,
  summary: (p) => `to ${Math.round(p.toHue)}°, ${percent(Math.max(p.huePull, p.satPull))}`,
  compile(p) {
    const held = heldPulls(p);
    const weight = selectionWeight(p);
    const everyHue = p.hueReach >= 180;
    const says = (what: string, of: number, asked: number) =>
      of < asked
        ? [`Draw together: the pull of ${what} is held at ${percent(of)}, or colours would change places`]
        : [];
    return {
      notes: [...says('hue', held.hue, p.huePull), ...says('saturation', held.saturation, p.satPull)],
      run: (rgb) =>
        editOklab(rgb, (lab) => {
          const saturation = saturationOf(lab);
          // Greys have no hue to draw, and stay grey.
          const w = weight(lab) * (everyHue ? hueTrust(saturation) : 1);
          if (w === 0) return false;
          const away = hueDistance(hueOf(lab), p.toHue);
          const turn = w * held.hue * fading(away) * away;
          const scale = 1 + w * held.saturation * (p.aim / saturation - 1);
          turnChroma(lab, (turn * Math.PI) / 180, scale);
          return true;
        }),
    };
  },
});

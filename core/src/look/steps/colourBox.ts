import { z } from 'zod';
import { edgeNumber as number, selectionFields } from './selectionFields.ts';
import { tintStops } from './zoneCurve.ts';
import { editOklab, readOklab } from '../../colour/oklabPixels.ts';
import { turnChroma } from './seenColour.ts';
import { selectionWeight } from './selection.ts';
import { defineStep } from './step.ts';
import { twoTo } from '../../colour/power.ts';

export const colourBoxSchema = z.strictObject({
  turn: number(-60, 60, 0, 'Turn', '°', 0.5),
  saturation: number(0, 3, 1, 'Sat', '×', 0.02),
  density: number(-3, 3, 0, 'Density', 'st', 0.02),
  warm: number(-1, 1, 0, 'Amber – blue', '', 0.01),
  green: number(-1, 1, 0, 'Green – magenta', '', 0.01),
  ...selectionFields,
});
export type ColourBoxParams = z.output<typeof colourBoxSchema>;

/** Weights of a box over working RGB as it reaches the step, one a pixel: its matte. */
export function boxMatte(p: ColourBoxParams, rgb: Float32Array): Float32Array {
  const weight = selectionWeight(p);
  const lab = new Float64Array(4);
  return Float32Array.from({ length: rgb.length / 3 }, (_, i) => {
    readOklab(rgb, i * 3, lab);
    return weight(lab);
  });
}

/** Hues that draw together at the soft edge keep at least this share of their distance. */
const closest = 0.12;
/** The steepest a soft edge falls, over its width. */
const steepest = 1.5;

/** The turn of a box, degrees, as far as no two hues of its soft edge swap places. */
export function heldTurn({ turn, hueReach, hueSoft }: ColourBoxParams): number {
  if (hueReach >= 180) return turn;
  const most = ((1 - closest) * hueSoft) / steepest;
  return Math.min(Math.max(turn, -most), most);
}

/** Colour box: a soft selection of colours with a turn, saturation, density and tint of its own. */
export const colourBox = defineStep({
  id: 'colourBox',
  label: 'Colour box',
  schema: colourBoxSchema,
  keeps: { neutral: false, luminance: false },
  isNeutral: (p) => p.turn === 0 && p.saturation === 1 && p.density === 0 && p.warm === 0 && p.green === 0,
  summary: (p) => `${Math.round(p.hue)}° ±${Math.round(p.hueReach)}`,
  compile(p) {
    const weight = selectionWeight(p);
    const turn = heldTurn(p);
    const angle = (turn * Math.PI) / 180;
    const notes =
      turn === p.turn
        ? []
        : [
            `Colour box: the turn is held at ${turn.toFixed(1)}°, or hues at its soft edge would change places`,
          ];
    const [red, green, blue] = tintStops(p.warm, p.green);
    const tinted = p.warm !== 0 || p.green !== 0;
    return {
      notes,
      run(rgb) {
        // A tint is a gain of each channel, so its weights are kept from before the colour moves.
        const weights = tinted ? boxMatte(p, rgb) : null;
        editOklab(rgb, (lab) => {
          const w = weight(lab);
          if (w === 0) return false;
          turnChroma(lab, w * angle, 1 + w * (p.saturation - 1));
          lab[3] = twoTo(-w * p.density);
          return true;
        });
        weights?.forEach((w, i) => {
          if (w === 0) return;
          rgb[i * 3] *= twoTo(w * red);
          rgb[i * 3 + 1] *= twoTo(w * green);
          rgb[i * 3 + 2] *= twoTo(w * blue);
        });
      },
    };
  },
});

import { z } from 'zod';
import { skinLineHue } from '../skinLine.ts';
import { restContext } from '../context.ts';
import { hueDistance, hueOf } from '../../colour/hue.ts';
import { editOklab } from '../../colour/oklabPixels.ts';
import { saturationOf, turnChroma } from './seenColour.ts';
import { type Selection, selectionWeight } from './selection.ts';
import { defineStep } from './step.ts';

const share = (rest: number, label: string) =>
  z.number().min(0).max(1).default(rest).meta({ label, unit: '×', step: 0.02 });

export const skinKeepSchema = z.strictObject({
  hue: share(0, 'Hue pull'),
  saturation: share(0, 'Sat pull'),
  lean: z.number().min(-20).max(20).default(0).meta({ label: 'Lean', unit: '°', step: 0.5 }),
  aim: z.number().min(0.02).max(0.25).default(0.1).meta({ label: 'Sat aim', unit: '', step: 0.005 }),
  reach: z.number().min(5).max(60).default(22).meta({ label: 'Reach', unit: '°', step: 1 }),
});
export type SkinKeepParams = z.output<typeof skinKeepSchema>;

/** Limits of the selection: skin of every complexion lies inside them (from memory). */
const skinShape = { satLow: 0.08, satHigh: 0.16, satSoft: 0.08, low: -4.5, high: 3, levelSoft: 1.5 };

/** Colours the step takes for skin, about the hue they are pulled to. */
export const skinSelection = (p: SkinKeepParams, hue: number): Selection => ({
  ...skinShape,
  hue,
  hueReach: p.reach,
  hueSoft: p.reach,
});

/**
 * Skin keep: pulls the hue, and less so the saturation, of skin-like colours toward the skin line (or a chosen lean
 * from it, + toward green). Lightness is never touched.
 */
export const skinKeep = defineStep({
  id: 'skinKeep',
  label: 'Skin keep',
  schema: skinKeepSchema,
  keeps: { neutral: true, luminance: false },
  usesContext: true,
  isNeutral: (p) => p.hue === 0 && p.saturation === 0,
  summary: (p) => `${p.hue.toFixed(2)} ${p.saturation.toFixed(2)}`,
  compile(p, { rendering } = restContext()) {
    const target = skinLineHue(rendering, p.lean);
    const weight = selectionWeight(skinSelection(p, target));
    return {
      run: (rgb) =>
        editOklab(rgb, (lab) => {
          const w = weight(lab);
          if (w === 0) return false;
          const toward = w * p.hue * hueDistance(hueOf(lab), target);
          const scale = 1 + w * p.saturation * (p.aim / saturationOf(lab) - 1);
          turnChroma(lab, (toward * Math.PI) / 180, scale);
          return true;
        }),
    };
  },
});

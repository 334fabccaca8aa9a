import { z } from 'zod';
import { midGrey } from '../../colour/exposure.ts';
import { power } from '../../colour/power.ts';
import { OctaveTable } from '../../numeric/octaveTable.ts';
import { defineStep } from './step.ts';

/** Stops under the pivot at which the power gives way to a straight line, so that black stays put and finite. */
const lineBelow = 12;

/** Light a table of gains goes up to. */
const brightest = 2 ** 10;

/** Power about the pivot per channel, odd about zero: x·(|x|/pivot)^(c−1), a line near zero; within 4e-6 of its size. */
function steepen(contrast: number, pivot: number) {
  const low = pivot * 2 ** -lineBelow;
  const gain = (m: number) => power(Math.max(m, low) / pivot, contrast - 1);
  const table = new OctaveTable(gain, low, brightest);
  const lowGain = gain(low);
  return (rgb: Float32Array) => {
    for (let i = 0; i < rgb.length; i++) {
      const m = Math.abs(rgb[i]);
      rgb[i] *= m <= low ? lowGain : table.at(m);
    }
  };
}

/** The inverse of `steepen`: its line ends where the power put it. */
function flatten(contrast: number, pivot: number) {
  const low = pivot * 2 ** -lineBelow;
  const lowGain = power(low / pivot, contrast - 1);
  return (rgb: Float32Array) => {
    for (let i = 0; i < rgb.length; i++) {
      const m = Math.abs(rgb[i]);
      rgb[i] *= m <= low * lowGain ? 1 / lowGain : power(m / pivot, 1 / contrast - 1);
    }
  };
}

/** Contrast: the slope of the tone curve in log exposure, turned about a pivot that stays where it is. */
export const contrast = defineStep({
  id: 'contrast',
  label: 'Contrast',
  schema: z.strictObject({
    contrast: z.number().min(0.25).max(3).default(1).meta({ label: 'Contrast', unit: '×', step: 0.01 }),
    pivot: z.number().min(0.01).max(1).default(midGrey).meta({ label: 'Pivot', unit: 'linear', step: 0.01 }),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => p.contrast === 1,
  summary: (p) => p.contrast.toFixed(2),
  compile: (p) => ({ run: steepen(p.contrast, p.pivot), inverse: flatten(p.contrast, p.pivot) }),
});

import { z } from 'zod';
import { power } from './power.ts';
import { lumaOf } from './ycbcr.ts';

const slope = (label: string) => z.number().min(0).max(4).default(1).meta({ label, unit: '×', step: 0.01 });
const offset = (label: string) =>
  z.number().min(-0.5).max(0.5).default(0).meta({ label, unit: '', step: 0.002 });
const exponent = (label: string) =>
  z.number().min(0.2).max(4).default(1).meta({ label, unit: '', step: 0.01 });

/** Slope, offset and power of each channel and the saturation of ASC CDL 1.2. */
export const cdlSchema = z.strictObject({
  slopeR: slope('Slope R'),
  slopeG: slope('Slope G'),
  slopeB: slope('Slope B'),
  offsetR: offset('Offset R'),
  offsetG: offset('Offset G'),
  offsetB: offset('Offset B'),
  powerR: exponent('Power R'),
  powerG: exponent('Power G'),
  powerB: exponent('Power B'),
  saturation: z.number().min(0).max(3).default(1).meta({ label: 'Saturation', unit: '×', step: 0.01 }),
});
export type CdlParams = z.output<typeof cdlSchema>;

/** The SOP and saturation of ASC CDL 1.2 on code values in place, unclamped: below 0 the power is left out. */
export function cdlOnCode(p: CdlParams): (rgb: Float32Array) => void {
  const slopes = [p.slopeR, p.slopeG, p.slopeB];
  const offsets = [p.offsetR, p.offsetG, p.offsetB];
  const powers = [p.powerR, p.powerG, p.powerB];
  return (rgb) => {
    for (let i = 0; i < rgb.length; i += 3) {
      for (let c = 0; c < 3; c++) {
        const x = rgb[i + c] * slopes[c] + offsets[c];
        rgb[i + c] = x > 0 ? power(x, powers[c]) : x;
      }
      if (p.saturation === 1) continue;
      const y = lumaOf(rgb[i], rgb[i + 1], rgb[i + 2]);
      for (let c = 0; c < 3; c++) rgb[i + c] = y + p.saturation * (rgb[i + c] - y);
    }
  };
}

import { z } from 'zod';
import { logExposurePerPoint, pointsPerStop } from '../../colour/printerPoints.ts';
import { signed } from '../../numeric/signed.ts';
import { defineStep } from './step.ts';

const points = (label: string) => z.number().min(-50).max(50).default(0).meta({ label, unit: 'pt', step: 1 });

/** Printer lights: exposure of each channel in points; a point up shows more of the colour, here and on a print. */
export const printerLights = defineStep({
  id: 'printerLights',
  label: 'Printer lights',
  worth: `${pointsPerStop.toFixed(0)} points are a stop of light; + is lighter`,
  schema: z.strictObject({
    all: points('All'),
    red: points('Red'),
    green: points('Green'),
    blue: points('Blue'),
  }),
  keeps: { neutral: false, luminance: false },
  isNeutral: (p) => p.all === 0 && p.red === 0 && p.green === 0 && p.blue === 0,
  summary: (p) => [p.red, p.green, p.blue].map((c) => signed(c + p.all, 0)).join(' '),
  compile(p) {
    const gains = [p.red, p.green, p.blue].map((c) => 10 ** (logExposurePerPoint * (c + p.all)));
    const scale = (by: readonly number[]) => (rgb: Float32Array) => {
      for (let i = 0; i < rgb.length; i++) rgb[i] *= by[i % 3];
    };
    return { run: scale(gains), inverse: scale(gains.map((g) => 1 / g)) };
  },
});

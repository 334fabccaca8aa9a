import { z } from 'zod';

/** Parameters that several kinds of texture share. */

export const amountField = (rest: number, most: number) =>
  z.number().min(0).max(most).default(rest).meta({ label: 'Amount', unit: '%', step: 1 });

export const thresholdField = (rest: number) =>
  z.number().min(-1).max(6).default(rest).meta({ label: 'Threshold', unit: 'st', step: 0.1 });

/** Standard deviation of a blur, % of the picture's height. */
export const radiusField = (rest: number, least: number, most: number) =>
  z.number().min(least).max(most).default(rest).meta({ label: 'Radius', unit: '% h', step: least });

/** A radius in pixels of a picture. */
export const inPixels = (radius: number, { height }: { height: number }) => (radius / 100) * height;

/** A radius as it is told to others: pixels at the usual height. */
export const radiusNote = (radius: number) =>
  `σ ${radius.toFixed(2)} % of the picture's height (${inPixels(radius, { height: 1080 }).toFixed(1)} px at 1080 lines)`;

export const stopsText = (v: number) => `${v < 0 ? '−' : '+'}${Number(Math.abs(v).toFixed(2))} st`;

import { powerToe } from './powerToe.ts';

/** sRGB, IEC 61966-2-1:1999 clause 5.2: display-linear → signal. */
export const srgbParams = { gamma: 2.4, a: 0.055, slope: 12.92, linearBreak: 0.0031308 };
export const srgbCurve = powerToe(srgbParams);

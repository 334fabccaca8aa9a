import { whiteD65 } from '../chromaticity.ts';
import type { RgbSpace } from '../rgbSpace.ts';

export const p3d65: RgbSpace = {
  id: 'p3d65',
  label: 'P3-D65',
  primaries: { red: [0.68, 0.32], green: [0.265, 0.69], blue: [0.15, 0.06] },
  white: whiteD65,
  citation: 'SMPTE EG 432-1:2010, with D65 white',
};

import { whiteAcademy } from '../chromaticity.ts';
import type { RgbSpace } from '../rgbSpace.ts';

export const ap1: RgbSpace = {
  id: 'ap1',
  label: 'AP1',
  primaries: { red: [0.713, 0.293], green: [0.165, 0.83], blue: [0.128, 0.044] },
  white: whiteAcademy,
  citation: 'Academy S-2014-004',
};

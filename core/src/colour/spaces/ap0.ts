import { whiteAcademy } from '../chromaticity.ts';
import type { RgbSpace } from '../rgbSpace.ts';

export const ap0: RgbSpace = {
  id: 'ap0',
  label: 'AP0',
  primaries: { red: [0.7347, 0.2653], green: [0, 1], blue: [0.0001, -0.077] },
  white: whiteAcademy,
  citation: 'SMPTE ST 2065-1',
};

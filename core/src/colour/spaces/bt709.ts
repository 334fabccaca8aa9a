import { whiteD65 } from '../chromaticity.ts';
import type { RgbSpace } from '../rgbSpace.ts';

export const bt709: RgbSpace = {
  id: 'bt709',
  label: 'BT.709',
  primaries: { red: [0.64, 0.33], green: [0.3, 0.6], blue: [0.15, 0.06] },
  white: whiteD65,
  citation: 'ITU-R BT.709-6, item 1.3',
};

import { whiteD65 } from '../chromaticity.ts';
import type { RgbSpace } from '../rgbSpace.ts';

export const bt2020: RgbSpace = {
  id: 'bt2020',
  label: 'BT.2020',
  primaries: { red: [0.708, 0.292], green: [0.17, 0.797], blue: [0.131, 0.046] },
  white: whiteD65,
  citation: 'ITU-R BT.2020-2, table 3',
};

import { powerToe } from './powerToe.ts';

/** BT.709 camera curve (OETF), ITU-R BT.709-6 item 1.2: scene-linear → signal. */
export const bt709Params = { gamma: 1 / 0.45, a: 0.099, slope: 4.5, linearBreak: 0.018 };
export const bt709Curve = powerToe(bt709Params);

import { ap0 } from './ap0.ts';
import { ap1 } from './ap1.ts';
import { bt2020 } from './bt2020.ts';
import { bt709 } from './bt709.ts';
import { p3d65 } from './p3d65.ts';

/** Every linear RGB space the engine knows by name. */
export const spaces = [bt709, p3d65, bt2020, ap0, ap1] as const;

/** The space all look steps work in: scene-linear, 0.18 is mid-grey. */
export const working = ap1;

export { ap0, ap1, bt2020, bt709, p3d65 };

import type { Curve } from './cameraLog.ts';
import { mirrored } from './mirrored.ts';
import { fastExp, fastLog } from '../../numeric/fast.ts';

/** Constants of the hybrid log-gamma OETF, ITU-R BT.2100-2 table 5. */
const a = 0.17883277;
const b = 1 - 4 * a;
const c = 0.5 - a * Math.log(4 * a);

/** Hybrid log-gamma OETF, ITU-R BT.2100-2 table 5: scene light E (0–1) → signal. */
export const hlgCurve: Curve = mirrored({
  forward: (E) => (E <= 1 / 12 ? Math.sqrt(3 * E) : a * fastLog(12 * E - b) + c),
  inverse: (s) => (s <= 0.5 ? (s * s) / 3 : (fastExp((s - c) / a) + b) / 12),
  derivative: (E) => (E <= 1 / 12 ? Math.sqrt(3 / E) / 2 : (12 * a) / (12 * E - b)),
});

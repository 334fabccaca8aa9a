import { power } from '../power.ts';
import type { Curve } from './cameraLog.ts';
import { mirrored } from './mirrored.ts';

/** Constants of SMPTE ST 2084:2014 section 5.2, as its fractions. */
const m1 = 2610 / 16384;
const m2 = (2523 / 4096) * 128;
const c1 = 3424 / 4096;
const c2 = (2413 / 4096) * 32;
const c3 = (2392 / 4096) * 32;

/** Luminance at signal 1, cd/m². */
export const pqPeak = 10_000;

const raised = (Y: number) => (Y > 0 ? power(Y, m1) : 0);

/** Perceptual quantiser, SMPTE ST 2084: luminance as a share of 10 000 cd/m² → signal. */
export const pqCurve: Curve = mirrored({
  forward(Y) {
    const p = raised(Y);
    return power((c1 + c2 * p) / (1 + c3 * p), m2);
  },
  inverse(s) {
    const q = power(s, 1 / m2);
    return power(Math.max(q - c1, 0) / (c2 - c3 * q), 1 / m1);
  },
  derivative(Y) {
    const p = raised(Y);
    const top = c1 + c2 * p;
    const bottom = 1 + c3 * p;
    const dp = (m1 * p) / Y;
    return m2 * power(top / bottom, m2 - 1) * ((c2 * bottom - c3 * top) / (bottom * bottom)) * dp;
  },
});

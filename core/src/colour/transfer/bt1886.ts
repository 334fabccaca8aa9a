import type { Curve } from './cameraLog.ts';
import { powerToe } from './powerToe.ts';

export const bt1886Gamma = 2.4;

/**
 * BT.1886 reference display, ITU-R BT.1886 annex 1: L = a·max(V + b, 0)^2.4.
 * `forward` goes from display luminance to signal, `inverse` is the display itself.
 * @param white luminance at signal 1; @param black luminance at signal 0, in the same unit, at least 0.
 */
export function bt1886(white = 1, black = 0): Curve {
  const g = bt1886Gamma;
  if (black === 0 && white === 1) return powerToe({ gamma: g, a: 0, slope: 1, linearBreak: 0 });
  const w = Math.pow(white, 1 / g);
  const k = Math.pow(black, 1 / g);
  const a = Math.pow(w - k, g);
  const b = k / (w - k);
  return {
    forward: (L) => Math.pow(Math.max(L, 0) / a, 1 / g) - b,
    inverse: (V) => a * Math.pow(Math.max(V + b, 0), g),
    derivative: (L) => Math.pow(Math.max(L, 0) / a, 1 / g - 1) / (g * a),
  };
}

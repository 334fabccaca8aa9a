import type { Curve } from './cameraLog.ts';

/** Continues a curve that is made for light from 0 up to below 0, by turning it half round about its value at 0. */
export function mirrored(curve: Curve): Curve {
  const black = curve.forward(0);
  return {
    forward: (x) => (x < 0 ? 2 * black - curve.forward(-x) : curve.forward(x)),
    inverse: (y) => (y < black ? -curve.inverse(2 * black - y) : curve.inverse(y)),
    derivative: (x) => curve.derivative(Math.abs(x)),
  };
}

import type { Curve } from './cameraLog.ts';

/** A curve that takes light in another unit: `gain` is the curve's own light at scene-linear 1. */
export function scaled(curve: Curve, gain: number): Curve {
  return {
    forward: (x) => curve.forward(x * gain),
    inverse: (y) => curve.inverse(y) / gain,
    derivative: (x) => curve.derivative(x * gain) * gain,
  };
}

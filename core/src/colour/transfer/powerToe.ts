import { power } from '../power.ts';
import type { Curve } from './cameraLog.ts';

/** A power curve with a straight toe: V = (1+a)·L^(1/γ) − a above the break, V = slope·L below it. */
export interface PowerToeParams {
  /** γ: the exponent from signal to linear. */
  gamma: number;
  a: number;
  slope: number;
  /** Linear value at which the toe ends; 0 for a pure power. */
  linearBreak: number;
}

/** Odd about zero, so that values below black survive a round trip. */
export function powerToe(p: PowerToeParams): Curve {
  const signalBreak = p.linearBreak > 0 ? p.slope * p.linearBreak : 0;
  const forward = (x: number) => (x <= p.linearBreak ? p.slope * x : (1 + p.a) * power(x, 1 / p.gamma) - p.a);
  const inverse = (v: number) => (v <= signalBreak ? v / p.slope : power((v + p.a) / (1 + p.a), p.gamma));
  return {
    forward: (x) => (x < 0 ? -forward(-x) : x === 0 ? 0 : forward(x)),
    inverse: (v) => (v < 0 ? -inverse(-v) : v === 0 ? 0 : inverse(v)),
    derivative: (x) => {
      const m = Math.abs(x);
      return m <= p.linearBreak ? p.slope : ((1 + p.a) / p.gamma) * power(m, 1 / p.gamma - 1);
    },
  };
}

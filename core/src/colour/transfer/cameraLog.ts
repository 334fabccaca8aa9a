import { fastExp, fastLog } from '../../numeric/fast.ts';

/**
 * Camera log with an optional linear toe: the parameters and formulae of the Common LUT Format's
 * cameraLinToLog and cameraLogToLin styles (Academy S-2014-006).
 */
export interface CameraLogParams {
  base: number;
  logSideSlope: number;
  logSideOffset: number;
  linSideSlope: number;
  linSideOffset: number;
  /** Scene-linear value below which the curve is a straight line. */
  linSideBreak: number;
  /** Slope of the line; where absent, the slope of the log part at the break. */
  linearSlope?: number | undefined;
}

export interface Curve {
  /** Scene- or display-linear → signal. */
  forward(linear: number): number;
  /** Signal → linear. */
  inverse(signal: number): number;
  /** d(signal)/d(linear) at a linear value. */
  derivative(linear: number): number;
}

export function cameraLog(p: CameraLogParams): Curve {
  const k = p.logSideSlope / Math.log(p.base);
  const logPart = (x: number) => k * fastLog(p.linSideSlope * x + p.linSideOffset) + p.logSideOffset;
  const logSlope = (x: number) => (k * p.linSideSlope) / (p.linSideSlope * x + p.linSideOffset);
  const slope = p.linearSlope ?? logSlope(p.linSideBreak);
  const signalBreak = logPart(p.linSideBreak);
  const offset = signalBreak - slope * p.linSideBreak;
  return {
    forward: (x) => (x <= p.linSideBreak ? slope * x + offset : logPart(x)),
    inverse: (y) =>
      y <= signalBreak
        ? (y - offset) / slope
        : (fastExp((y - p.logSideOffset) / k) - p.linSideOffset) / p.linSideSlope,
    derivative: (x) => (x <= p.linSideBreak ? slope : logSlope(x)),
  };
}

import { power } from '../colour/power.ts';
import { midGrey, stopsToLinear } from '../camera/exposure.ts';

/** What a tone scale is solved from. Levels are display-linear, 1 is the display's white. */
export interface ToneScaleAims {
  /** Display-linear level at which mid-grey lands. */
  grey: number;
  /** Stops above mid-grey that reach white. */
  whiteStops: number;
  /** Display-linear level of scene black. */
  black: number;
  /** Slope at mid-grey of log display light over log scene light. */
  contrast: number;
}

export interface ToneScale {
  /** Scene-linear → display-linear. Negative light comes out below black, odd about it. */
  forward(scene: number): number;
  inverse(display: number): number;
}

/**
 * A sigmoid of the Naka–Rushton (Michaelis–Menten) form, y = A·xⁿ / (xⁿ + k), with A, n and k solved so that
 * every aim is met exactly. Throws a RangeError where the aims cannot be met together.
 */
export function toneScale(aims: ToneScaleAims): ToneScale {
  const span = 1 - aims.black;
  const grey = (aims.grey - aims.black) / span;
  const white = stopsToLinear(aims.whiteStops);
  const fit = (n: number) => {
    const g = midGrey ** n;
    const k = (g * (1 - grey)) / (grey - g / white ** n);
    return { k, A: 1 + k / white ** n, slope: (n * k) / (g + k) };
  };
  const n = solveExponent(aims, grey, white, (x) => fit(x).slope);
  const { k, A } = fit(n);
  const rise = (x: number) => {
    const p = power(x, n);
    return (A * p) / (p + k);
  };
  const fall = (y: number) => {
    const t = Math.min(y / A, 1 - 1e-12);
    return power((k * t) / (1 - t), 1 / n);
  };
  return {
    forward: (x) => aims.black + span * (x < 0 ? -rise(-x) : rise(x)),
    inverse(display) {
      const y = (display - aims.black) / span;
      return y < 0 ? -fall(-y) : fall(y);
    },
  };
}

function solveExponent(
  aims: ToneScaleAims,
  grey: number,
  white: number,
  slope: (n: number) => number,
): number {
  // Below this exponent a plain power already overshoots white, and k would be negative.
  let low = (Math.log(grey) / Math.log(midGrey / white)) * (1 + 1e-9);
  let high = 12;
  const reachable = grey > 0 && grey < 1 && slope(high) > aims.contrast && slope(low) < aims.contrast;
  if (!reachable)
    throw new RangeError(
      `tone scale: no curve puts mid-grey at ${grey.toFixed(3)} and white ${aims.whiteStops} stops above it with contrast ${aims.contrast}`,
    );
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (slope(middle) < aims.contrast) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

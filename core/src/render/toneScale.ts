import { power } from '../colour/power.ts';
import { OctaveTable } from '../numeric/octaveTable.ts';
import { midGrey, stopsToLinear } from '../colour/exposure.ts';

/** What a tone scale is solved from. Levels are display-linear, 1 is the display's white. */
export interface ToneScaleAims {
  /** Display-linear level at which mid-grey lands. */
  grey: number;
  /** Stops above mid-grey that reach white. */
  whiteStops: number;
  /** Display-linear level of scene black. */
  black: number;
  /** Slope at mid-grey of log display light over log scene light; or a level that is met on the way to white. */
  contrast?: number;
  anchor?: { stops: number; level: number };
}

/** A sigmoid's parameters: y = A·xⁿ / (xⁿ + k) over the display's black. */
interface Sigmoid {
  n: number;
  k: number;
  A: number;
  black: number;
}

/** What the tables span: scene light, and the way from black or from the asymptote. Beyond, the curve answers. */
const spans = { rise: [2 ** -18, 2 ** 10], fall: [2 ** -26, 1] } as const;

/** A curve from scene-linear to display-linear light and back, read from tables, within 1e-6 of its size. */
export class ToneScale {
  private readonly rise: OctaveTable;
  // Both ends of the inverse are powers: of the way from black, and of what is left to the asymptote.
  private readonly fallLow: OctaveTable;
  private readonly fallHigh: OctaveTable;
  private readonly black: number;
  private readonly span: number;
  private readonly perShare: number;

  constructor({ n, k, A, black }: Sigmoid) {
    const rise = (x: number) => {
      const p = power(x, n);
      return (A * p) / (p + k);
    };
    this.rise = new OctaveTable(rise, ...spans.rise);
    this.fallLow = new OctaveTable((t) => power((k * t) / (1 - t), 1 / n), ...spans.fall);
    this.fallHigh = new OctaveTable((left) => power((k * (1 - left)) / left, 1 / n), ...spans.fall);
    this.black = black;
    this.span = 1 - black;
    this.perShare = 1 / (this.span * A);
  }

  /** Scene-linear → display-linear. Negative light comes out below black, odd about it. */
  forward(x: number): number {
    return this.black + this.span * (x < 0 ? -this.rise.at(-x) : this.rise.at(x));
  }

  /**
   * Display-linear → scene-linear. Light over white comes back as what shows white: nothing brighter can be told from it, and
   * the curve itself would answer with light without end.
   */
  inverse(display: number): number {
    const way = display - this.black;
    if (way === 0) return 0;
    const t = Math.min(Math.abs(way), this.span) * this.perShare;
    const light = t < 0.5 ? this.fallLow.at(t) : this.fallHigh.at(1 - t);
    return way < 0 ? -light : light;
  }
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
  const at = (n: number, x: number) => {
    const { A, k } = fit(n);
    return aims.black + (span * A * x ** n) / (x ** n + k);
  };
  const { anchor, contrast = 1 } = aims;
  // Both grow with the exponent.
  const met = anchor
    ? (n: number) => at(n, stopsToLinear(anchor.stops)) - anchor.level
    : (n: number) => fit(n).slope - contrast;
  const n = solveExponent(aims, grey, white, met);
  return new ToneScale({ n, ...fit(n), black: aims.black });
}

/** @param over how far an exponent overshoots what is asked for; it rises. */
function solveExponent(
  aims: ToneScaleAims,
  grey: number,
  white: number,
  over: (n: number) => number,
): number {
  // Below this exponent a plain power already overshoots white, and k would be negative.
  let low = (Math.log(grey) / Math.log(midGrey / white)) * (1 + 1e-9);
  let high = 12;
  const reachable = grey > 0 && grey < 1 && over(high) > 0 && over(low) < 0;
  if (!reachable) {
    const asked = aims.anchor
      ? `${aims.anchor.level.toFixed(3)} at ${aims.anchor.stops.toFixed(2)} stops`
      : `contrast ${aims.contrast}`;
    throw new RangeError(
      `tone scale: no curve puts mid-grey at ${grey.toFixed(3)} and white ${aims.whiteStops} stops above it with ${asked}`,
    );
  }
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (over(middle) < 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

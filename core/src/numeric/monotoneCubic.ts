/** A curve through points that never turns back between them. */
export interface MonotoneCubic {
  at(x: number): number;
  /** dy/dx. */
  slope(x: number): number;
  /** The x at which the curve has the value y; only for points that rise. */
  inverse(y: number): number;
}

/** Index of the interval of `xs` that holds x; the end intervals hold what lies outside. */
function intervalOf(xs: readonly number[], x: number): number {
  let low = 0;
  let high = xs.length - 2;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (xs[middle] <= x) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Rises below this are no rise: ratios of such numbers overflow. */
const flat = 1e-150;

/**
 * Slopes at the points: Fritsch and Carlson 1980, SIAM J. Numer. Anal. 17, 238–246. A slope is limited by what both its
 * chords ask, not by one after the other, so that no point feels where the list begins.
 */
function slopesOf(xs: readonly number[], ys: readonly number[]): number[] {
  const n = xs.length;
  const chords = Array.from({ length: n - 1 }, (_, i) => {
    const chord = (ys[i + 1] - ys[i]) / (xs[i + 1] - xs[i]);
    return Math.abs(chord) < flat ? 0 : chord;
  });
  const slopes = [chords[0], ...chords.slice(1).map((c, i) => (c + chords[i]) / 2), chords[n - 2]];
  chords.forEach((chord, i) => {
    if (chord === 0 || (i > 0 && chords[i - 1] * chord < 0)) slopes[i] = 0;
    if (chord === 0) slopes[i + 1] = 0;
  });
  const shares = chords.map((chord, i) =>
    chord === 0 ? 1 : Math.min(1, 3 / Math.hypot(slopes[i] / chord, slopes[i + 1] / chord)),
  );
  return slopes.map((slope, i) => slope * Math.min(shares[i - 1] ?? 1, shares[i] ?? 1));
}

/**
 * Monotone cubic interpolation through points with rising x; straight lines continue the ends.
 * Throws a RangeError for fewer than two points or x that do not rise.
 */
export function monotoneCubic(xs: readonly number[], ys: readonly number[]): MonotoneCubic {
  if (xs.length < 2 || xs.length !== ys.length) throw new RangeError('a curve needs two points or more');
  if (xs.some((x, i) => i > 0 && x <= xs[i - 1]))
    throw new RangeError('the points of a curve must rise in x');
  const slopes = slopesOf(xs, ys);
  const last = xs.length - 1;
  const [leftSlope, rightSlope] = [slopes[0], slopes[last]];

  const inside = (i: number, x: number) => {
    const h = xs[i + 1] - xs[i];
    const t = (x - xs[i]) / h;
    const [m0, m1] = [slopes[i] * h, slopes[i + 1] * h];
    const rise = ys[i + 1] - ys[i];
    const [b, c] = [3 * rise - 2 * m0 - m1, m0 + m1 - 2 * rise];
    return {
      value: ys[i] + t * (m0 + t * (b + t * c)),
      slope: (m0 + t * (2 * b + 3 * c * t)) / h,
    };
  };
  const evaluate = (x: number) => {
    if (x < xs[0]) return { value: ys[0] + leftSlope * (x - xs[0]), slope: leftSlope };
    if (x > xs[last]) return { value: ys[last] + rightSlope * (x - xs[last]), slope: rightSlope };
    return inside(intervalOf(xs, x), x);
  };
  return {
    at: (x) => evaluate(x).value,
    slope: (x) => evaluate(x).slope,
    inverse(y) {
      if (y <= ys[0]) return xs[0] + (y - ys[0]) / leftSlope;
      if (y >= ys[last]) return xs[last] + (y - ys[last]) / rightSlope;
      const i = intervalOf(ys, y);
      let [low, high] = [xs[i], xs[i + 1]];
      let x = low + ((high - low) * (y - ys[i])) / (ys[i + 1] - ys[i]);
      // Newton's steps, kept inside a bracket that halves where they would leave it.
      for (let n = 0; n < 60 && high - low > 1e-15 * Math.abs(x); n++) {
        const { value, slope } = inside(i, x);
        if (value > y) high = x;
        else low = x;
        const next = x - (value - y) / slope;
        if (Math.abs(next - x) < 1e-16) break;
        x = next > low && next < high ? next : (low + high) / 2;
      }
      return x;
    },
  };
}

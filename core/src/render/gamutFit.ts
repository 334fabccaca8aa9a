import { OctaveTable } from '../numeric/octaveTable.ts';
import { power } from '../colour/power.ts';
import { luminanceWeights, type RgbSpace } from '../colour/rgbSpace.ts';

/** Shares of the way from grey to the gamut's edge: up to the first colours are left alone, none passes the second. */
interface Reach {
  threshold: number;
  limit: number;
}
const whole: Reach = { threshold: 0.72, limit: 1 };
/** Up to here the inverse of a rendering with the soft fit is exact (measured over random colours of BT.709). */
const undoable: Reach = { threshold: 0.66, limit: 0.9 };
/** Up to here a grid of 33 can follow the inverse (the best of nine, measured over the six demo scenes under four looks). */
const followable: Reach = { threshold: 0.88, limit: 0.97 };
/** How sharply the compression sets in. */
const sharpness = 1.6;

/** No light of a camera lies farther out; at the very edge the way back would never end. */
const farthest = 3;

/** Distance from the achromatic axis, 1 at the edge → compressed distance, below the limit. */
function compress(d: number, { threshold, limit }: Reach): number {
  if (d <= threshold) return d;
  const u = (d - threshold) / (limit - threshold);
  return threshold + (limit - threshold) * (u / power(1 + power(u, sharpness), 1 / sharpness));
}

function expand(d: number, { threshold, limit }: Reach): number {
  if (d <= threshold) return d;
  const v = Math.min((d - threshold) / (limit - threshold), 1 - 1e-9);
  const far = threshold + (limit - threshold) * (v / power(1 - power(v, sharpness), 1 / sharpness));
  return Math.min(far, farthest);
}

/** x to the eighth, and its root. */
const eighth = (x: number) => {
  const square = x * x;
  const fourth = square * square;
  return fourth * fourth;
};
const eighthRoot = (x: number) => Math.sqrt(Math.sqrt(Math.sqrt(x)));
/** The eighth norm of three distances is at most this much their largest. */
const maxOver = 3 ** (1 / 8);

/**
 * Draws every colour toward the grey of its own luminance until it is inside the display's gamut. Direction from
 * grey (so hue in linear light) and luminance are kept; colours well inside do not move. Distance is the eighth norm of
 * what the channels reach of their ways to black and to white: never less than the largest, and without its kinks where
 * one channel takes over from another. It grows in proportion along a line from grey, so that the inverse is exact.
 */
function fit(display: RgbSpace, { threshold }: Reach, table: OctaveTable) {
  const [wr, wg, wb] = luminanceWeights(display);
  /** Under this the norm cannot pass the threshold. */
  const surely = threshold / maxOver;
  return (rgb: Float32Array) => {
    for (let p = 0; p < rgb.length; p += 3) {
      const r = rgb[p];
      const g = rgb[p + 1];
      const b = rgb[p + 2];
      const y = wr * r + wg * g + wb * b;
      if (y <= 0 || y >= 1) continue;
      const under = y - Math.min(r, g, b);
      const over = Math.max(r, g, b) - y;
      const white = 1 - y;
      if (under <= surely * y && over <= surely * white) continue;
      const d = eighthRoot(
        eighth((r - y) / (r < y ? y : white)) +
          eighth((g - y) / (g < y ? y : white)) +
          eighth((b - y) / (b < y ? y : white)),
      );
      if (d <= threshold) continue;
      const s = table.at(d) / d;
      rgb[p] = y + (r - y) * s;
      rgb[p + 1] = y + (g - y) * s;
      rgb[p + 2] = y + (b - y) * s;
    }
  };
}

/** Tables from a half up; beyond their ends the curves themselves answer. */
const compressed = new OctaveTable((d) => compress(d, whole), 0.5, 2 ** 10);
/** Toward its limit the expansion is too steep for a table. */
const expanded = new OctaveTable((d) => expand(d, whole), 0.5, 0.92);
/** What a display can show, drawn in to where the inverse is exact: left there, or undone at once. */
function drawing(reach: Reach) {
  const drawn = (d: number) => compress(d, reach);
  return {
    reach,
    alone: new OctaveTable(drawn, 0.5, 2),
    andExpanded: new OctaveTable((d) => expand(drawn(d), whole), 0.5, 2),
  };
}
const toUndoable = drawing(undoable);
const toFollowable = drawing(followable);

export interface GamutFit {
  /** Display-linear RGB in place, before and after the fit. */
  run(rgb: Float32Array): void;
  inverse(rgb: Float32Array): void;
  /** Display-linear RGB inside the display, in place: drawn in to where the inverse is exact, and undone. */
  inverseWithin(rgb: Float32Array): void;
  /** The same, drawn in less: to where a grid can follow. */
  inverseFollowable(rgb: Float32Array): void;
}

/** Colours drawn in, and undone where the fit is soft. */
const drawnIn = (
  mode: 'soft' | 'clip',
  display: RgbSpace,
  { reach, alone, andExpanded }: typeof toUndoable,
) => fit(display, reach, mode === 'soft' ? andExpanded : alone);

export function gamutFit(mode: 'soft' | 'clip', display: RgbSpace): GamutFit {
  const within = {
    inverseWithin: drawnIn(mode, display, toUndoable),
    inverseFollowable: drawnIn(mode, display, toFollowable),
  };
  if (mode === 'clip') return { run: () => {}, inverse: () => {}, ...within };
  return {
    run: fit(display, whole, compressed),
    inverse: fit(display, whole, expanded),
    ...within,
  };
}

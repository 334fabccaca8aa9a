import { angleOf } from '../colour/hue.ts';
import type { DisplayPixels } from './displayOklab.ts';
import { byTone } from './features.ts';

/** What scenes have in common, so that a difference there speaks of the look. */
export interface Anchors {
  /** Oklab, one after the other; `weights` says how much each can be relied on, 0 where the picture has none. */
  values: Float64Array;
  weights: Float64Array;
}

/** Share of the darkest pixels that stand for black. */
const darkest = 0.02;
/** Chroma within which a colour may be a grey under a cast, and rounds in which the middle of the greys is looked for. */
const greySpread = 0.035;
const rounds = 4;
const neutralLevels = [
  [0.15, 0.45],
  [0.45, 0.7],
  [0.7, 1.01],
] as const;
/** Oklab lightness, saturation and hue (degrees) of skin in a finished picture (from memory). */
const skin = { lightness: [0.3, 0.9], saturation: [0.05, 0.22], hue: [25, 80] } as const;
/** Share of the picture from which greys, and skin, count in full. */
const enough = { grey: 0.06, skin: 0.03 };
/** Skin tells less than greys: complexions differ. */
const skinWeight = 0.4;

const inside = (x: number, [low, high]: readonly [number, number]) => x >= low && x <= high;

/** The middle of the greys between two lightnesses, by mean shift from no colour, and their share of the picture. */
function greyMiddle({ lab, luma }: DisplayPixels, level: readonly [number, number]) {
  const [low, high] = level;
  const here: number[] = [];
  for (let p = 0; p < lab.length; p += 3) if (lab[p] >= low && lab[p] <= high) here.push(p);
  let [a, b, held] = [0, 0, 0];
  for (let round = 0; round < rounds; round++) {
    let [sumA, sumB, sum] = [0, 0, 0];
    for (const p of here) {
      const x = lab[p + 1];
      const y = lab[p + 2];
      const near = ((x - a) ** 2 + (y - b) ** 2) / greySpread ** 2;
      const weight = near < 4 ? (1 - near / 4) ** 2 : 0;
      sumA += weight * x;
      sumB += weight * y;
      sum += weight;
    }
    if (sum === 0) return { a: 0, b: 0, share: 0 };
    [a, b, held] = [sumA / sum, sumB / sum, sum];
  }
  return { a, b, share: held / luma.length };
}

function skinMiddle({ lab, luma }: DisplayPixels) {
  let [sumA, sumB, count] = [0, 0, 0];
  for (let i = 0; i < luma.length; i++) {
    const L = lab[i * 3];
    const a = lab[i * 3 + 1];
    const b = lab[i * 3 + 2];
    if (a <= 0 || !inside(L, skin.lightness) || !inside(Math.sqrt(a * a + b * b) / L, skin.saturation))
      continue;
    if (!inside(angleOf(a, b), skin.hue)) continue;
    sumA += a;
    sumB += b;
    count++;
  }
  return { a: sumA / Math.max(count, 1), b: sumB / Math.max(count, 1), share: count / luma.length };
}

/** Black, the greys at three levels, and skin of a finished picture. */
export function anchors(pixels: DisplayPixels): Anchors {
  const { lab } = pixels;
  const order = byTone(pixels);
  const dark = Math.max(1, Math.floor(darkest * order.length));
  const black = [0, 0, 0];
  for (let k = 0; k < dark; k++) for (let c = 0; c < 3; c++) black[c] += lab[order[k] * 3 + c] / dark;
  const greys = neutralLevels.map((level) => greyMiddle(pixels, level));
  const faces = skinMiddle(pixels);
  const values = [...black, ...greys.flatMap(({ a, b }) => [a, b]), faces.a, faces.b];
  const weights = [1, 1, 1, ...greys.flatMap(({ share }) => pair(Math.min(share / enough.grey, 1)))];
  weights.push(...pair(skinWeight * Math.min(faces.share / enough.skin, 1)));
  return { values: Float64Array.from(values), weights: Float64Array.from(weights) };
}
const pair = (v: number) => [v, v];

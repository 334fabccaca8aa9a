import type { Vec3 } from './matrix.ts';

const rad = Math.PI / 180;
const pow25to7 = Math.pow(25, 7);

function hueOf(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const h = Math.atan2(b, a) / rad;
  return h < 0 ? h + 360 : h;
}

/** Difference and mean of two hues in degrees; both are awkward where the hues straddle 0°. */
function hueTerms(h1: number, h2: number, chromaProduct: number): [delta: number, mean: number] {
  if (chromaProduct === 0) return [0, h1 + h2];
  const gap = h2 - h1;
  const sum = h1 + h2;
  if (Math.abs(gap) <= 180) return [gap, sum / 2];
  return [gap > 180 ? gap - 360 : gap + 360, sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2];
}

/**
 * CIEDE2000 colour difference of two L*a*b* colours, kL = kC = kH = 1.
 * Source: Sharma, Wu and Dalal 2005, "The CIEDE2000 color-difference formula", equations 2–22.
 */
export function deltaE2000(lab1: Vec3, lab2: Vec3): number {
  const [L1, a1, b1] = lab1;
  const [L2, a2, b2] = lab2;
  const meanC7 = Math.pow((Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2, 7);
  const G = 0.5 * (1 - Math.sqrt(meanC7 / (meanC7 + pow25to7)));
  const a1p = (1 + G) * a1;
  const a2p = (1 + G) * a2;
  const C1 = Math.hypot(a1p, b1);
  const C2 = Math.hypot(a2p, b2);
  const [dh, meanH] = hueTerms(hueOf(a1p, b1), hueOf(a2p, b2), C1 * C2);
  const dL = L2 - L1;
  const dC = C2 - C1;
  const dH = 2 * Math.sqrt(C1 * C2) * Math.sin((dh / 2) * rad);
  const meanL = (L1 + L2) / 2;
  const meanC = (C1 + C2) / 2;
  const T =
    1 -
    0.17 * Math.cos((meanH - 30) * rad) +
    0.24 * Math.cos(2 * meanH * rad) +
    0.32 * Math.cos((3 * meanH + 6) * rad) -
    0.2 * Math.cos((4 * meanH - 63) * rad);
  const l50 = (meanL - 50) ** 2;
  const SL = 1 + (0.015 * l50) / Math.sqrt(20 + l50);
  const SC = 1 + 0.045 * meanC;
  const SH = 1 + 0.015 * meanC * T;
  const C7 = Math.pow(meanC, 7);
  const RC = 2 * Math.sqrt(C7 / (C7 + pow25to7));
  const RT = -RC * Math.sin(60 * Math.exp(-(((meanH - 275) / 25) ** 2)) * rad);
  const c = dC / SC;
  const h = dH / SH;
  return Math.sqrt((dL / SL) ** 2 + c * c + h * h + RT * c * h);
}

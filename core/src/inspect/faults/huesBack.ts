import { stopsToLinear } from '../../colour/exposure.ts';
import { angleOf, hueDistance } from '../../colour/hue.ts';
import { greyLightness } from '../../colour/oklab.ts';
import { writeColour } from '../../colour/oklabPixels.ts';
import { inputDomainOf } from '../../lut/lut.ts';
import type { FaultKind, Seen } from './fault.ts';

/** Least reversal that is reported: degrees of hue in one run, beyond what the picture has without the LUT. */
const least = 3;
const levels = [-2, -1, 0, 1];
const saturations = [0.06, 0.11, 0.16];
const hues = 72;
/** Codes this near to an end of the range are held there, not turned. */
const margin = 0.001;
/** Chroma under which a ring has no hues: in the mean, and of one colour as a share of that. */
const faint = { mean: 3, share: 0.25 };

/** Linear RGB of 72 hues at one level (stops) and saturation, followed by the grey at that level. */
function ringOf(stops: number, saturation: number): Float32Array {
  const rgb = new Float32Array((hues + 1) * 3);
  const lightness = greyLightness(stopsToLinear(stops));
  for (let i = 0; i < hues; i++) writeColour({ lightness, saturation, hue: (i * 360) / hues }, rgb, i * 3);
  rgb.fill(stopsToLinear(stops), hues * 3);
  return rgb;
}

/** Longest run of reversed hues on a ring: its size in degrees, and the index of the hue where it ends. @param codes display code of a ring. */
function backward(codes: Float32Array, { labAt }: Seen): { degrees: number; hue: number } {
  const [, greyA, greyB] = labAt(codes, hues * 3);
  const ring = Array.from({ length: hues }, (_, i) => {
    const [, a, b] = labAt(codes, i * 3);
    const triple = codes.subarray(i * 3, i * 3 + 3);
    return {
      angle: angleOf(a - greyA, b - greyB),
      chroma: Math.hypot(a - greyA, b - greyB),
      isHeld: triple.some((v) => v <= margin || v >= 1 - margin),
    };
  });
  const mean = ring.reduce((sum, r) => sum + r.chroma, 0) / hues;
  let [worst, run] = [{ degrees: 0, hue: 0 }, 0];
  if (mean < faint.mean) return worst;
  // Twice around: a run may cross the place where counting begins.
  for (let k = 0; k < 2 * hues; k++) {
    const [from, to] = [ring[k % hues], ring[(k + 1) % hues]];
    const isTold = [from, to].every((r) => !r.isHeld && r.chroma >= faint.share * mean);
    const turn = hueDistance(from.angle, to.angle);
    run = isTold && turn < 0 ? run - turn : 0;
    if (run > worst.degrees) worst = { degrees: run, hue: k % hues };
  }
  return worst;
}

/** Hues that stood in one order come out in the other, as they are seen. */
export const huesBack: FaultKind = {
  id: 'huesBack',
  label: 'Reversed hues',
  unit: '° of hue',
  meaning: 'Neighbouring hues swap their order: a rainbow, or the edge of a coloured light, doubles back.',
  remedy: 'Reduce the hue shifts between neighbouring hues, or lower the strength.',
  find({ lut, seen }) {
    if (!seen) return null;
    const { domainMin, domainMax } = inputDomainOf(lut);
    let worst = { degrees: least, at: null as [number, number, number] | null };
    for (const stops of levels)
      for (const saturation of saturations) {
        const light = ringOf(stops, saturation);
        const { degrees, hue } = backward(seen.through(light), seen);
        const beyond = degrees > worst.degrees ? degrees - backward(seen.plain(light), seen).degrees : 0;
        if (beyond <= worst.degrees) continue;
        const { input } = seen.codes(light);
        const shareAt = (c: number) =>
          Math.min(Math.max((input[hue * 3 + c] - domainMin[c]) / (domainMax[c] - domainMin[c]), 0), 1);
        worst = { degrees: beyond, at: [shareAt(0), shareAt(1), shareAt(2)] };
      }
    return worst.at && { id: this.id, at: worst.at, size: worst.degrees };
  },
};

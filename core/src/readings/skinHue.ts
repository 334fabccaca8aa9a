import { rgbToLms, lmsToOklab } from '../colour/oklab.ts';
import { transform } from '../colour/matrix.ts';
import { working } from '../colour/spaces/index.ts';
import type { ReadingContext, ReadingDefinition } from './reading.ts';
import { judge } from './verdict.ts';
import { chromaOf, skinLineDegrees } from './ycbcr.ts';

const band = { low: -6, high: 6, slack: 4 };
/** Below this share of the picture there is no skin worth reading. */
const leastShare = 0.002;
const toLms = rgbToLms(working);

/** Does this scene colour have the hue and saturation of skin in its own light? Limits from memory. */
function looksLikeSkin(r: number, g: number, b: number): boolean {
  const lms = transform(toLms, [r, g, b]).map(Math.cbrt) as [number, number, number];
  const [L, A, B] = transform(lmsToOklab, lms);
  const hue = (Math.atan2(B, A) * 180) / Math.PI;
  const saturation = Math.hypot(A, B) / L;
  return L > 0.25 && hue > 25 && hue < 72 && saturation > 0.05 && saturation < 0.2;
}

function inside(context: ReadingContext, pixel: number): boolean {
  const x = ((pixel % context.width) + 0.5) / context.width;
  const y = (Math.floor(pixel / context.width) + 0.5) / context.height;
  return context.skin.some((a) => x >= a.x0 && x < a.x1 && y >= a.y0 && y < a.y1);
}

/** Mean Cb, Cr of the marked skin, or of what has the colour of skin where none is marked. */
function meanSkin(context: ReadingContext): { cb: number; cr: number; share: number } {
  const { signal, scene } = context;
  const marked = context.skin.length > 0;
  let n = 0;
  let cb = 0;
  let cr = 0;
  for (let p = 0, pixel = 0; p < signal.length; p += 3, pixel++) {
    if (marked ? !inside(context, pixel) : !looksLikeSkin(scene[p], scene[p + 1], scene[p + 2])) continue;
    const [u, v] = chromaOf(signal[p], signal[p + 1], signal[p + 2]);
    cb += u;
    cr += v;
    n++;
  }
  return { cb: cb / n, cr: cr / n, share: n / (signal.length / 3) };
}

export const skinHue: ReadingDefinition = {
  id: 'skinHue',
  label: 'Skin hue',
  unit: '°',
  target: `within 6° of the skin line at ${skinLineDegrees}°, to 10° close (common practice)`,
  measure(context) {
    const { cb, cr, share } = meanSkin(context);
    const marked = context.skin.length > 0;
    if (!(share > (marked ? 0 : leastShare)) || Math.hypot(cb, cr) < 0.005)
      return { value: null, text: '–', verdict: 'none', detail: 'No skin found on this plate.' };
    const hue = (Math.atan2(cr, cb) * 180) / Math.PI;
    const value = ((hue - skinLineDegrees + 540) % 360) - 180;
    const sign = value < 0 ? '−' : '+';
    const lean = Math.abs(value) < 1 ? 'on the line' : value < 0 ? 'toward magenta' : 'toward green';
    return {
      value,
      text: `${sign}${Math.abs(value).toFixed(1)}°`,
      verdict: judge(value, band),
      detail: `${marked ? 'Marked skin' : `Skin found by colour on ${(share * 100).toFixed(1)} % of the picture`}: ${sign}${Math.abs(value).toFixed(1)}°, ${lean}.`,
    };
  },
};

import { midGrey } from '../colour/exposure.ts';
import { chromaOf, skinLineDegrees } from '../colour/ycbcr.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { writeOklab } from './steps/oklabPixels.ts';

/** The saturation and level at which the line is looked up: those of well-lit skin (common practice: half scale). */
const skinSaturation = 0.1;
const skinLightness = Math.cbrt(midGrey * 1.2);

/** Vectorscope angle, degrees from +Cb, of skin of an Oklab hue (degrees) under a rendering. */
function angleOf(rendering: CompiledRendering, hue: number): number {
  const rgb = new Float32Array(3);
  const at = (hue * Math.PI) / 180;
  const chroma = skinLightness * skinSaturation;
  writeOklab(Float64Array.of(skinLightness, chroma * Math.cos(at), chroma * Math.sin(at), 1), rgb, 0);
  rendering.run(rgb);
  const [cb, cr] = chromaOf(
    rendering.toSignal(rgb[0]),
    rendering.toSignal(rgb[1]),
    rendering.toSignal(rgb[2]),
  );
  return (Math.atan2(cr, cb) * 180) / Math.PI;
}

/** Oklab hue (degrees) whose skin lies `lean` degrees from the skin line of the vectorscope; + is toward green. */
export function skinLineHue(rendering: CompiledRendering, lean: number): number {
  // From red to yellow the two angles rise together.
  let [low, high] = [0, 110];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (angleOf(rendering, middle) < skinLineDegrees + lean) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

import { midGrey } from '../colour/exposure.ts';
import { angleOf } from '../colour/hue.ts';
import { greyLightness } from '../colour/oklab.ts';
import { chromaOf, skinLineDegrees } from '../colour/ycbcr.ts';
import type { CompiledRendering } from '../render/rendering.ts';
import { writeColour } from '../colour/oklabPixels.ts';

/** The saturation and level at which the line is looked up: those of well-lit skin (one practice of several: half scale). */
const skinSaturation = 0.1;
const skinLightness = greyLightness(midGrey * 1.2);

/** Vectorscope angle, degrees from +Cb, of skin of an Oklab hue (degrees) under a rendering. */
function skinAngle(rendering: CompiledRendering, hue: number): number {
  const rgb = new Float32Array(3);
  writeColour({ lightness: skinLightness, saturation: skinSaturation, hue }, rgb, 0);
  rendering.run(rgb);
  const [cb, cr] = chromaOf(
    rendering.toSignal(rgb[0]),
    rendering.toSignal(rgb[1]),
    rendering.toSignal(rgb[2]),
  );
  return angleOf(cb, cr);
}

/** Oklab hue (degrees) whose skin lies `lean` degrees from the skin line of the vectorscope; + is toward green. */
export function skinLineHue(rendering: CompiledRendering, lean: number): number {
  // From red to yellow the two angles rise together.
  let [low, high] = [0, 110];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (skinAngle(rendering, middle) < skinLineDegrees + lean) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

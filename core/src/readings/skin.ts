import { hueOf, angleOf, hueDistance } from '../colour/hue.ts';
import { readOklab } from '../colour/oklabPixels.ts';
import { saturationOf } from '../look/steps/seenColour.ts';
import { signed } from '../numeric/signed.ts';
import { isOneOf, pixelsInAreas, render, type ReadingContext, type ReadingDefinition } from './reading.ts';
import { oncePer } from '../numeric/oncePer.ts';
import { judge, unjudged } from '../numeric/verdict.ts';
import { chromaOf, lumaOf, skinLineDegrees } from '../colour/ycbcr.ts';

/** Below this share of the picture there is no skin worth reading. */
const minShare = 0.002;

const lab = new Float64Array(4);

/** Does the scene colour at an index have the hue and saturation of skin in its own light? Limits from memory. */
export function looksLikeSkin(scene: Float32Array, p: number): boolean {
  readOklab(scene, p, lab);
  if (lab[0] <= 0.25) return false;
  const saturation = saturationOf(lab);
  if (saturation <= 0.05 || saturation >= 0.2) return false;
  const hue = hueOf(lab);
  return hue > 25 && hue < 72;
}

/** Pixels with the colour of skin; none where they are too few. */
const foundSkin = oncePer((scene: Float32Array): Uint32Array => {
  const pixels: number[] = [];
  for (let p = 0; p < scene.length; p += 3) if (looksLikeSkin(scene, p)) pixels.push(p / 3);
  return Uint32Array.from(pixels.length > minShare * (scene.length / 3) ? pixels : []);
});

/** Pixels of the marked skin, or of what has the colour of skin where none is marked. */
export const skinPixels = (context: ReadingContext): Uint32Array =>
  context.marks.skin.length > 0 ? pixelsInAreas(context, context.marks.skin) : foundSkin(context.scene);

/** Mean luma, Cb and Cr of the skin; null where there is none. */
const meanSkin = oncePer((context: ReadingContext) => {
  const pixels = skinPixels(context);
  const n = pixels.length;
  if (n === 0) return null;
  const { signal } = context;
  const light = [0, 0, 0];
  for (const pixel of pixels) for (let c = 0; c < 3; c++) light[c] += signal[pixel * 3 + c] / n;
  const [r, g, b] = light;
  // All three are sums of the channels: those of the mean are the means.
  const y = lumaOf(r, g, b);
  const [cb, cr] = chromaOf(r, g, b);
  const where =
    context.marks.skin.length > 0
      ? 'Marked skin'
      : `Skin found by colour on ${((pixels.length / (signal.length / 3)) * 100).toFixed(1)} % of the picture`;
  return { y, cb, cr, chroma: Math.hypot(cb, cr), where };
});

/** Luma of the skin's mean light without the look, as its mark at Plates reads it and places are put by. */
function lumaBeforeLook(context: ReadingContext): number {
  const light = [0, 0, 0];
  const pixels = skinPixels(context);
  for (const pixel of pixels)
    light.forEach((_, c) => (light[c] += context.scene[pixel * 3 + c] / pixels.length));
  const [r, g, b] = render({ ...context.pipeline, look: () => {} }, light);
  return lumaOf(r, g, b);
}

const noSkin = { value: null, text: '–', ...unjudged, detail: 'No skin found on this plate.' };
const isSkin = (context: ReadingContext) => isOneOf(skinPixels(context));
const degrees = (x: number) => `${signed(x, 1)}°`;
/** Chroma under which a hue means nothing. */
const minChroma = 0.005;

export const skinHue: ReadingDefinition = {
  id: 'skinHue',
  label: 'Skin hue',
  unit: '°',
  ofPlate: true,
  target: ({ skinLean }) =>
    `within 6° of ${skinLean === 0 ? `the skin line at ${skinLineDegrees}°` : `${degrees(skinLean)} from the skin line`}, to 10° close (common practice)`,
  where: isSkin,
  measure(context) {
    const skin = meanSkin(context);
    if (!skin || skin.chroma < minChroma) return noSkin;
    const value = hueDistance(skinLineDegrees, angleOf(skin.cb, skin.cr));
    const lean = Math.abs(value) < 1 ? 'on the line' : value < 0 ? 'toward magenta' : 'toward green';
    const { skinLean } = context.practice;
    return {
      value,
      text: degrees(value),
      ...judge(value, { low: skinLean - 6, high: skinLean + 6, slack: 4 }),
      detail: `${skin.where}: ${degrees(value)}, ${lean}.`,
    };
  },
};

export const skinLevel: ReadingDefinition = {
  id: 'skinLevel',
  label: 'Skin level',
  unit: '%',
  ofPlate: true,
  target: ({ skinLevel: aim }) =>
    `${aim - 15}–${aim + 15} %, 15 beyond is close (one practice of several: near half scale by day, lower at night)`,
  where: isSkin,
  measure(context) {
    const skin = meanSkin(context);
    if (!skin) return noSkin;
    const value = skin.y * 100;
    const aim = context.practice.skinLevel;
    return {
      value,
      text: `${value.toFixed(1)} %`,
      ...judge(value, { low: aim - 15, high: aim + 15, slack: 15 }),
      detail: `${skin.where}: luma ${value.toFixed(1)} % under the look, ${(lumaBeforeLook(context) * 100).toFixed(1)} % before it, as its mark says.`,
    };
  },
};

const saturationBand = { low: 3, high: 14, slack: 3 };

export const skinSaturation: ReadingDefinition = {
  id: 'skinSaturation',
  label: 'Skin sat',
  unit: '%',
  ofPlate: true,
  target: () =>
    `${saturationBand.low}–${saturationBand.high} % chroma, ${saturationBand.slack} beyond is close (from memory)`,
  where: isSkin,
  measure(context) {
    const skin = meanSkin(context);
    if (!skin) return noSkin;
    const value = skin.chroma * 100;
    return {
      value,
      text: `${value.toFixed(1)} %`,
      ...judge(value, saturationBand),
      detail: `${skin.where}: Cb ${(skin.cb * 100).toFixed(1)}, Cr ${(skin.cr * 100).toFixed(1)} %.`,
    };
  },
};

import { hueOf } from '../colour/hue.ts';
import { readOklab } from '../colour/oklabPixels.ts';
import { hueWeight, saturationOf } from '../look/steps/seenColour.ts';
import { type StopHistogram, stopHistogram } from './stopHistogram.ts';

export const hueBins = 72;
export const saturationBins = 50;
/** Saturation (Oklab chroma over lightness) the last bin ends at. */
export const saturationTop = 0.5;

/** How the colours of a picture are spread: what lies behind the controls that choose by colour. */
export interface ColourDistribution {
  /** Shares over hue, 5° a bin from 0°; greys count for nothing. */
  hues: Float32Array;
  /** Shares over saturation, even bins from 0 to `saturationTop`. */
  saturations: Float32Array;
  stops: StopHistogram;
}

/** Sorts working RGB by hue, saturation and stops. */
export function colourDistribution(rgb: Float32Array): ColourDistribution {
  const hues = new Float32Array(hueBins);
  const saturations = new Float32Array(saturationBins);
  const lab = new Float64Array(4);
  const one = 3 / rgb.length;
  for (let i = 0; i < rgb.length; i += 3) {
    readOklab(rgb, i, lab);
    const saturation = saturationOf(lab);
    hues[Math.floor((hueOf(lab) / 360) * hueBins) % hueBins] += one * hueWeight(saturation);
    const bin = Math.floor((saturation / saturationTop) * saturationBins);
    saturations[Math.min(bin, saturationBins - 1)] += one;
  }
  return { hues, saturations, stops: stopHistogram(rgb) };
}

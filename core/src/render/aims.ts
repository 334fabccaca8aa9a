import { linearToStops } from '../colour/exposure.ts';
import { bt1886 } from '../colour/transfer/bt1886.ts';
import type { Curve } from '../colour/transfer/cameraLog.ts';
import { type Display, levelsOf, referenceOf, withOutput } from './display.ts';
import { defaultBlackSignal, defaultGreySignal, type RenderingPreset, renderingPresets } from './presets.ts';
import type { ToneScaleAims } from './toneScale.ts';

/** A white card of 100 %, in stops over mid-grey: what reference white stands for. */
const diffuseWhiteStops = linearToStops(1);
/** Light of scene black beside reference white. */
const blackBesideWhite = bt1886().inverse(defaultBlackSignal);

/** Peak over reference white of a display of the same kind and the usual peak. */
function usualRoom(display: Display): number {
  const usual = withOutput(display, display.output);
  return levelsOf(usual).peak / referenceOf(usual)!.white;
}

/** Where mid-grey, black and white of a display lie, as shares of its peak. @param curve the display's. */
export function aimsOf(display: Display & { preset: RenderingPreset }, curve: Curve): ToneScaleAims {
  const { whiteStops, contrast } = renderingPresets[display.preset];
  const reference = referenceOf(display);
  if (!reference) {
    const [grey, black] = [defaultGreySignal, defaultBlackSignal].map(curve.inverse);
    return { grey, black, whiteStops, contrast };
  }
  const { peak, black } = levelsOf(display);
  return {
    grey: reference.grey / peak,
    black: (black + reference.white * blackBesideWhite) / peak,
    // More room above reference white shows more of the scene; with less it still has to rise up to the peak.
    whiteStops: whiteStops + Math.max(Math.log2(peak / reference.white / usualRoom(display)), 0),
    anchor: { stops: diffuseWhiteStops, level: reference.white / peak },
  };
}

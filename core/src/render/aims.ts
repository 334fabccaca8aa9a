import { linearToStops } from '../colour/exposure.ts';
import { bt1886 } from '../colour/transfer/bt1886.ts';
import type { Curve } from '../colour/transfer/cameraLog.ts';
import { type Display, isHdr, levelsOf } from './display.ts';
import { outputs } from './outputs/index.ts';
import { hdrGrey, hdrWhite } from './outputs/output.ts';
import { defaultBlackSignal, defaultGreySignal, type RenderingPreset, renderingPresets } from './presets.ts';
import type { ToneScaleAims } from './toneScale.ts';

/** A white card of 100 %, in stops over mid-grey: what reference white stands for. */
const diffuseWhiteStops = linearToStops(1);
/** Light of scene black beside reference white. */
const blackBesideWhite = bt1886().inverse(defaultBlackSignal);

/** Where mid-grey, black and white of a display lie, as shares of its peak. @param curve the display's. */
export function aimsOf(display: Display & { preset: RenderingPreset }, curve: Curve): ToneScaleAims {
  const { whiteStops, contrast } = renderingPresets[display.preset];
  if (!isHdr(display)) {
    const [grey, black] = [defaultGreySignal, defaultBlackSignal].map(curve.inverse);
    return { grey, black, whiteStops, contrast };
  }
  const { peak, black } = levelsOf(display);
  return {
    grey: hdrGrey / peak,
    black: (black + hdrWhite * blackBesideWhite) / peak,
    // A brighter display shows more of the scene; a dimmer one still has to rise up to its peak.
    whiteStops: whiteStops + Math.max(Math.log2(peak / outputs[display.output].peak.usual), 0),
    anchor: { stops: diffuseWhiteStops, level: hdrWhite / peak },
  };
}

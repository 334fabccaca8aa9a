import { colourBoxSchema, type ColourBoxParams, boxMatte } from '../../look/steps/colourBox.ts';
import { hueDistance } from '../../colour/hue.ts';
import { seen } from '../../look/steps/seenColour.ts';
import { meanRgb } from '../../readings/pixels.ts';
import { rounded } from '../remedy.ts';

/** A colour box that holds one area of a picture and leaves another out, as far as their colours can be told apart. */
export interface AreaBox {
  params: ColourBoxParams;
  /** Mean weight over the area less that over the other, 0–1. */
  tells: number;
  /** It tells them by level alone, and takes what is darker than the other, or what is lighter. */
  side: 'darker' | 'lighter' | null;
}

/** Below this saturation hue says nothing of a colour. */
const grey = 0.04;
/** How soft the edge of a box is that lies between two levels or saturations: no grid follows a harder one. */
const edge = { level: 0.5, saturation: 0.04, hue: 15, hueReach: 30 };

/** A box that takes this little more of the area than of the other does not tell them apart. */
const tooLittle = 0.1;

const mean = (values: Float32Array) => values.reduce((sum, v) => sum + v, 0) / Math.max(values.length, 1);

/**
 * The box that tells an area from another best: by hue, by hue and level, by saturation, or by level alone. Null where none
 * does. @param area working RGB as it reaches the step, interleaved.
 */
export function boxBetween(area: Float32Array, other: Float32Array): AreaBox | null {
  if (area.length === 0 || other.length === 0) return null;
  const { hue, saturation, stops } = seen(meanRgb(area));
  const there = seen(meanRgb(other));
  const side = stops < there.stops ? 'darker' : 'lighter';
  const middle = rounded((stops + there.stops) / 2, 2);
  const beyond = { ...(side === 'darker' ? { high: middle } : { low: middle }), levelSoft: edge.level };
  const between = rounded((saturation + there.saturation) / 2, 3);
  const bySaturation = {
    ...(saturation < there.saturation ? { satHigh: between } : { satLow: between }),
    satSoft: edge.saturation,
  };
  const byHue = { hue: rounded(hue, 0), hueReach: 25, hueSoft: 35, satLow: 0.02 };
  const byLevel = { low: rounded(stops - 1, 1), high: rounded(stops + 1, 1), levelSoft: 1 };
  const everyHue = { hueReach: 180, satLow: 0 };
  const isColour = saturation > grey;
  const apart = hueDistance(hue, there.hue);
  const byHueAway = {
    hue: rounded((hue - Math.sign(apart) * edge.hueReach + 360) % 360, 0),
    hueReach: rounded(edge.hueReach + Math.abs(apart) / 2 - 2, 0),
    hueSoft: edge.hue,
    satLow: 0.02,
  };
  const candidates: { box: Partial<ColourBoxParams>; side: AreaBox['side'] }[] = [
    ...(isColour ? [byHue, { ...byHue, ...byLevel }, byHueAway, { ...byHue, ...bySaturation }] : []).map(
      (box) => ({ box, side: null }),
    ),
    { box: { ...everyHue, ...bySaturation }, side: null },
    ...(isColour ? [{ box: { ...byHue, ...beyond }, side } as const] : []),
    { box: { ...everyHue, ...beyond }, side },
  ];
  const boxes = candidates.map(({ box, side: onSide }): AreaBox => {
    const params = colourBoxSchema.parse(box);
    const tells = mean(boxMatte(params, area)) - mean(boxMatte(params, other));
    return { params, tells, side: onSide };
  });
  // Narrower boxes cost more elsewhere: the first of those that are about as good.
  const best = Math.max(...boxes.map((b) => b.tells));
  return best < tooLittle ? null : boxes.find((b) => b.tells > best - 0.05)!;
}

import { hueOf } from '../../colour/hue.ts';
import { hueWeight, saturationOf, saturationWeight, turnChroma } from './seenColour.ts';
import { twoTo } from '../../colour/power.ts';

/** Entries over the hue circle, half a degree apart, one more than it needs so that it closes. */
export const hueTableSize = 720;

/** What happens to each hue: turn in degrees, saturation as a factor, density in stops. */
export interface HueTable {
  turn: Float64Array;
  saturation: Float64Array;
  density: Float64Array;
}

export function makeHueTable(
  at: (hue: number) => [turn: number, saturation: number, density: number],
): HueTable {
  const [turn, saturation, density] = [0, 1, 2].map(() => new Float64Array(hueTableSize + 1));
  for (let i = 0; i <= hueTableSize; i++)
    [turn[i], saturation[i], density[i]] = at(((i % hueTableSize) * 360) / hueTableSize);
  return { turn, saturation, density };
}

/** An edit of Oklab by such a table; it fades toward grey, so that greys never move and colours keep their order. */
export function editByHue({ turn, saturation, density }: HueTable): (lab: Float64Array) => boolean {
  return (lab) => {
    const strength = saturationOf(lab);
    const weight = hueWeight(strength);
    if (weight === 0) return false;
    const at = (hueOf(lab) / 360) * hueTableSize;
    const k = at | 0;
    const f = at - k;
    const angle = weight * (turn[k] + f * (turn[k + 1] - turn[k]));
    const scale = saturation[k] + f * (saturation[k + 1] - saturation[k]);
    turnChroma(lab, (angle * Math.PI) / 180, 1 + saturationWeight(strength) * (scale - 1));
    lab[3] = twoTo(-weight * (density[k] + f * (density[k + 1] - density[k])));
    return true;
  };
}

import { hueOf } from '../colour/hue.ts';
import type { DisplayPixels } from './displayOklab.ts';

/** Zones of a finished picture by its luma, %, from dark to light. Ours; the borders are a matter of habit. */
export const matchZones = [
  { id: 'blacks', label: 'Blacks', to: 10 },
  { id: 'shadows', label: 'Shadows', to: 30 },
  { id: 'midtones', label: 'Midtones', to: 60 },
  { id: 'highlights', label: 'Highlights', to: 85 },
  { id: 'whites', label: 'Whites', to: Infinity },
] as const;

export interface ZoneStatistics {
  /** Share of the picture, 0–1. The other figures are means over it, 0 where it is empty. */
  share: number;
  /** Luma, %. */
  luminance: number;
  /** Tint, hundredths of Oklab: amber + to blue −, green + to magenta −. */
  warm: number;
  green: number;
  /** Chroma, hundredths of Oklab. */
  saturation: number;
}

/** Hues are counted in bands of this many degrees (Oklab). */
const hueBand = 10;
export const hueBands = 360 / hueBand;

export interface PictureStatistics {
  zones: ZoneStatistics[];
  /** Share of the picture's chroma in each band of hue; they add up to 1 where there is any colour. */
  hues: Float64Array;
  /** Luma, %, under which one pixel of a hundred lies, and over which one lies. */
  black: number;
  white: number;
  /** Luma, %, between the tenth and the ninetieth of a hundred. */
  contrast: number;
  saturation: number;
}

/** What a finished picture is made of, for comparing it with another. */
export function pictureStatistics({ lab, luma }: DisplayPixels): PictureStatistics {
  const zones = matchZones.map((): ZoneStatistics => ({
    share: 0,
    luminance: 0,
    warm: 0,
    green: 0,
    saturation: 0,
  }));
  const hues = new Float64Array(hueBands);
  let allChroma = 0;
  const seen = [0, 0, 0];
  for (let i = 0; i < luma.length; i++) {
    const percent = luma[i] * 100;
    const zone = zones[matchZones.findIndex((z) => percent < z.to)];
    seen[0] = lab[i * 3];
    seen[1] = lab[i * 3 + 1];
    seen[2] = lab[i * 3 + 2];
    const chroma = Math.hypot(seen[1], seen[2]);
    zone.share += 1;
    zone.luminance += percent;
    zone.warm += seen[2] * 100;
    zone.green -= seen[1] * 100;
    zone.saturation += chroma * 100;
    hues[Math.floor(hueOf(seen) / hueBand) % hueBands] += chroma;
    allChroma += chroma;
  }
  for (const zone of zones) {
    for (const key of ['luminance', 'warm', 'green', 'saturation'] as const)
      zone[key] /= Math.max(zone.share, 1);
    zone.share /= Math.max(luma.length, 1);
  }
  const sorted = Float64Array.from(luma).sort();
  const at = (share: number) => 100 * (sorted[Math.round(share * (sorted.length - 1))] ?? 0);
  return {
    zones,
    hues: hues.map((v) => v / Math.max(allChroma, 1e-9)),
    black: at(0.01),
    white: at(0.99),
    contrast: at(0.9) - at(0.1),
    saturation: (100 * allChroma) / Math.max(luma.length, 1),
  };
}

import { hueDistance, hueOf } from '../../colour/hue.ts';
import { hueTrust, ramp, saturationOf, stopsOf } from './seenColour.ts';

/** A soft selection of colours: hue about a middle, saturation and level between two ends. */
export interface Selection {
  hue: number;
  /** Half the width that is selected in full, degrees; 180 takes every hue, greys too. */
  hueReach: number;
  hueSoft: number;
  satLow: number;
  satHigh: number;
  satSoft: number;
  /** Stops from mid-grey. */
  low: number;
  high: number;
  levelSoft: number;
}

/** 1 between two ends, falling to 0 over `soft` outside them. */
export function between(x: number, low: number, high: number, soft: number): number {
  const outside = Math.max(low - x, x - high);
  if (outside <= 0) return 1;
  return soft > 0 ? 1 - ramp(outside / soft) : 0;
}

/** Weight of an Oklab colour in a selection, 0–1. Near grey hue means nothing, and only a box of every hue holds it. */
export function selectionWeight(s: Selection): (lab: ArrayLike<number>) => number {
  const everyHue = s.hueReach >= 180;
  return (lab) => {
    const saturation = saturationOf(lab);
    const counts = everyHue ? 1 : hueTrust(saturation);
    if (counts === 0) return 0;
    const away = everyHue ? 0 : Math.abs(hueDistance(s.hue, hueOf(lab)));
    const byHue = everyHue ? 1 : counts * between(away, 0, s.hueReach, s.hueSoft);
    if (byHue === 0) return 0;
    return (
      byHue *
      between(saturation, s.satLow, s.satHigh, s.satSoft) *
      between(stopsOf(lab), s.low, s.high, s.levelSoft)
    );
  };
}

import { hueDistance, wrapHue } from '../../colour/hue.ts';
import type { Seen } from './seenColour.ts';
import type { Selection } from './selection.ts';

/** Selections made by picking colours: put round the first, widened by more, narrowed by those that are not meant. */

/** Half the width a picked colour gets on each axis: the first, and one that is added. */
const room = { saturation: 0.05, stops: 2.5 };
const added = { hue: 4, saturation: 0.01, stops: 0.3 };
/** A selection keeps this much of each axis. */
const least = { hueReach: 2, saturation: 0.01, stops: 0.2 };

/** The selection put round a picked colour; softness and the reach of hue stay. */
export const roundPick = ({ hue, saturation, stops }: Seen): Partial<Selection> => ({
  hue: Math.round(hue),
  satLow: Math.max(saturation - room.saturation, 0.01),
  satHigh: saturation + room.saturation,
  low: stops - room.stops,
  high: stops + room.stops,
});

/** As far as a picked colour reaches, the selection takes it in whole. */
export function withPick(s: Selection, { hue, saturation, stops }: Seen): Partial<Selection> {
  const away = hueDistance(s.hue, hue);
  const from = Math.min(-s.hueReach, away - added.hue);
  const to = Math.max(s.hueReach, away + added.hue);
  return {
    hue: wrapHue(s.hue + (from + to) / 2),
    hueReach: Math.min((to - from) / 2, 180),
    satLow: Math.max(Math.min(s.satLow, saturation - added.saturation), 0),
    satHigh: Math.max(s.satHigh, saturation + added.saturation),
    low: Math.min(s.low, stops - added.stops),
    high: Math.max(s.high, stops + added.stops),
  };
}

/** An axis of a selection, with how a picked colour could be left out by moving one of its ends. */
interface Cut {
  /** Share of the axis that goes. */
  cost: number;
  change: Partial<Selection>;
}

/** The end of an axis moved past a place, where what is left is wide enough. */
function cut(
  [low, high]: readonly [number, number],
  place: number,
  soft: number,
  narrowest: number,
  change: (low: number, high: number) => Partial<Selection>,
): Cut[] {
  const ends = [
    [Math.max(place + soft, low), high],
    [low, Math.min(place - soft, high)],
  ] as const;
  return ends.flatMap(([from, to]) => {
    if (to - from < narrowest) return [];
    return [{ cost: 1 - (to - from) / Math.max(high - low, 1e-6), change: change(from, to) }];
  });
}

/**
 * The selection without a picked colour: of all ends of all axes, the one moved that costs least. Null where the colour is too
 * near the middle of each, so that nothing would be left.
 */
export function withoutPick(s: Selection, { hue, saturation, stops }: Seen): Partial<Selection> | null {
  const byHue = (from: number, to: number) => ({
    hue: wrapHue(s.hue + (from + to) / 2),
    hueReach: (to - from) / 2,
  });
  const cuts = [
    ...cut([-s.hueReach, s.hueReach], hueDistance(s.hue, hue), s.hueSoft, 2 * least.hueReach, byHue),
    ...cut([s.satLow, s.satHigh], saturation, s.satSoft, least.saturation, (satLow, satHigh) => ({
      satLow,
      satHigh,
    })),
    ...cut([s.low, s.high], stops, s.levelSoft, least.stops, (low, high) => ({ low, high })),
  ];
  return cuts.sort((a, b) => a.cost - b.cost)[0]?.change ?? null;
}

/**
 * Where the ends of a plate are put, % of the signal before any look, a thousandth of the picture beyond it (common practice).
 * One that touches is a little off its end: further on nothing tells it from one that is lost.
 */
export const endLevels = {
  black: { touching: 0.3, justOff: 2 },
  white: { touching: 99.5, justOff: 95 },
} as const;

/** What the ends are moved by: black by the black trim, white by exposure or by contrast about mid-grey. */
export type EndFit =
  | { end: 'black'; to: keyof typeof endLevels.black }
  | { end: 'white'; to: keyof typeof endLevels.white; by: 'exposure' | 'contrast' };

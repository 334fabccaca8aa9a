import type { Unknown } from './unknowns.ts';

/**
 * A move of an unknown as a solver counts it: in proportion at first, without end toward its limit.
 * @param oneDifference what one easy move counts as.
 */
export function pull(x: number, { rest, min, max, easy }: Unknown, oneDifference: number): number {
  const reach = (x - rest) / (x < rest ? rest - min : max - rest);
  return (oneDifference * (x - rest)) / easy / Math.sqrt(Math.max(1 - reach ** 2, 0.02));
}

import { cachedPixels, FrameCache } from './frameCache.ts';
import { matchSolve } from './match.ts';
import { matchShots, shotPictures } from './matchShots.ts';

/** One task and no more: a worker that is ended is a solve that is given up. */

const frames = new FrameCache(cachedPixels.stack);

export const solver = {
  solve: (order: Parameters<typeof matchSolve>[1]) => matchSolve(frames, order),

  matchShots: (order: Parameters<typeof matchShots>[1], found: Parameters<typeof matchShots>[2]) =>
    matchShots(frames, order, found),

  shotPictures: (plates: Parameters<typeof shotPictures>[1], rendering: Parameters<typeof shotPictures>[2]) =>
    shotPictures(frames, plates, rendering),
};
export type Solver = typeof solver;

import { cachedPixels, FrameCache } from './frameCache.ts';
import { matchSolve } from './match.ts';

/** One solve and no more: a worker that is ended is a solve that is given up. */

const frames = new FrameCache(cachedPixels.stack);

export const solver = {
  solve: (order: Parameters<typeof matchSolve>[1]) => matchSolve(frames, order),
};
export type Solver = typeof solver;

import * as Comlink from 'comlink';
import type { ProblemDetails } from '@velvet-dusk/core/api/contract';
import type { Frame } from '@velvet-dusk/core/formats/png';
import { parseRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { cachedPixels, FrameCache } from './frameCache.ts';

/** Fetches frames for all workers: several want the same ones. */

/** Why the server sends no frame, in its own words where it gave any. */
async function refusalOf(answer: Response): Promise<string> {
  const problem = (await answer.json().catch(() => null)) as Partial<ProblemDetails> | null;
  return problem?.detail ?? `The server answered ${answer.status}.`;
}

async function fetchFrame(url: string): Promise<Frame> {
  const answer = await fetch(url).catch(() => {
    throw new Error('The server does not answer.');
  });
  if (!answer.ok) throw new Error(await refusalOf(answer));
  return parseRgb16(await answer.arrayBuffer(), url);
}

const frames = new FrameCache(cachedPixels.kept, fetchFrame);

export const keeper = {
  /** Fetches a frame that will be wanted at once. What goes wrong is told to whoever wants it. */
  warm: (url: string): void => void frames.frame(url).catch(() => {}),
  /** A copy of a frame. */
  frame: (url: string): Promise<Frame> => frames.frame(url),
  /** Answers another worker at the end of a line. */
  serve: (line: MessagePort): void => Comlink.expose(keeper, line),
};
export type FrameKeeper = typeof keeper;

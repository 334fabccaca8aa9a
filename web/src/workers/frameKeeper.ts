import * as Comlink from 'comlink';
import { type Frame, parsePng } from '@velvet-dusk/core/formats/png';
import { cachedPixels, FrameCache } from './frameCache.ts';

/** Fetches and decodes frames for all workers: several want the same ones, and decoding is what takes long. */

async function fetchFrame(url: string): Promise<Frame> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url}: the server answered ${answer.status}`);
  return parsePng(new Uint8Array(await answer.arrayBuffer()), url);
}

const frames = new FrameCache(cachedPixels.kept, fetchFrame);

export const keeper = {
  /** A copy of a frame. */
  frame: (url: string): Promise<Frame> => frames.frame(url),
  /** Answers another worker at the end of a line. */
  serve: (line: MessagePort): void => Comlink.expose(keeper, line),
};
export type FrameKeeper = typeof keeper;

import * as Comlink from 'comlink';
import type { Frame } from '@velvet-dusk/core/formats/png';

/** What a worker is told once, before anything else. */
export interface FrameLine {
  frameLine: MessagePort;
}

/** Who keeps frames for all workers, seen from one of them. */
interface FrameKeeper {
  frame(url: string): Promise<Frame>;
}

let found: (keeper: Comlink.Remote<FrameKeeper>) => void;
const keeper = new Promise<Comlink.Remote<FrameKeeper>>((resolve) => (found = resolve));

/** Waits for the line; called when a worker starts. */
export function awaitFrameLine(): void {
  self.addEventListener('message', ({ data }: MessageEvent<Partial<FrameLine> | null>) => {
    if (data?.frameLine) found(Comlink.wrap<FrameKeeper>(data.frameLine));
  });
}

/** A frame by the worker that keeps them. */
export const askForFrame = async (url: string): Promise<Frame> => (await keeper).frame(url);

import { parsePng, type Frame } from '@velvet-dusk/core/formats/png';
import { shrink } from '@velvet-dusk/core/formats/frameScale';

/** Frames fetched and decoded once; made smaller once per size. Keeps the last few frames only. */
export class FrameCache {
  private readonly frames = new Map<string, Promise<Frame>>();
  private readonly sized = new Map<string, Float32Array>();

  constructor(private readonly most: number) {}

  frame(url: string): Promise<Frame> {
    let frame = this.frames.get(url);
    if (!frame) {
      frame = fetchFrame(url);
      // A failed fetch must not be remembered.
      frame.catch(() => this.frames.delete(url));
      this.frames.set(url, frame);
      if (this.frames.size > this.most) this.drop(this.frames.keys().next().value!);
    }
    return frame;
  }

  /** Code values of a frame at a size, interleaved RGB. The buffer belongs to the cache: copy before changing it. */
  async at(url: string, width: number, height: number): Promise<Float32Array> {
    const frame = await this.frame(url);
    if (frame.width === width && frame.height === height) return frame.rgb;
    const key = `${url} ${width}x${height}`;
    let rgb = this.sized.get(key);
    if (!rgb) {
      rgb = shrink(frame.rgb, frame.width, frame.height, width, height);
      this.sized.set(key, rgb);
    }
    return rgb;
  }

  private drop(url: string): void {
    this.frames.delete(url);
    for (const key of this.sized.keys()) if (key.startsWith(`${url} `)) this.sized.delete(key);
  }
}

async function fetchFrame(url: string): Promise<Frame> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url}: the server answered ${answer.status}`);
  return parsePng(new Uint8Array(await answer.arrayBuffer()), url);
}

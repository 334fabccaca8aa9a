import type { Frame } from '@velvet-dusk/core/formats/png';
import { shrink } from '@velvet-dusk/core/formats/frameScale';
import { askForFrame } from './frameLine.ts';

/**
 * Pixels that are kept, twelve bytes each: the thumbnails of a stack, frames to look at, and what the keeper holds for
 * all of them.
 */
export const cachedPixels = { stack: 8e6, frames: 16e6, kept: 10e6 };

/** Frames got once; made smaller once per size. Keeps the last ones only. */
export class FrameCache {
  private readonly frames = new Map<string, { frame: Promise<Frame>; pixels: number }>();
  private readonly sized = new Map<string, Float32Array>();

  /** @param maxPixels of all frames together; the last one is kept whatever its size. */
  constructor(
    private readonly maxPixels: number,
    private readonly get: (url: string) => Promise<Frame> = askForFrame,
  ) {}

  async frame(url: string): Promise<Frame> {
    const known = this.frames.get(url);
    if (known) {
      // The latest asked for goes last.
      this.frames.delete(url);
      this.frames.set(url, known);
      return known.frame;
    }
    const entry = { frame: this.get(url), pixels: 0 };
    this.frames.set(url, entry);
    try {
      const frame = await entry.frame;
      entry.pixels = frame.width * frame.height;
      this.makeRoom();
      return frame;
    } catch (error) {
      // A failed fetch must not be remembered.
      this.frames.delete(url);
      throw error;
    }
  }

  /** Code values of a frame at a size, interleaved RGB. The buffer belongs to the cache: copy before changing it. */
  async at(url: string, width: number, height: number): Promise<Float32Array> {
    const frame = await this.frame(url);
    if (frame.width === width && frame.height === height) return frame.rgb;
    const key = `${url} ${width}x${height}`;
    const rgb = this.sized.get(key) ?? shrink(frame.rgb, frame.width, frame.height, width, height);
    // The latest asked for goes last.
    this.sized.delete(key);
    this.sized.set(key, rgb);
    this.makeRoomForSizes();
    return rgb;
  }

  /** Sizes come and go with every window that is drawn larger or smaller: together they take half of what frames may. */
  private makeRoomForSizes(): void {
    let pixels = [...this.sized.values()].reduce((sum, rgb) => sum + rgb.length / 3, 0);
    for (const [key, rgb] of this.sized) {
      if (pixels <= this.maxPixels / 2 || this.sized.size === 1) return;
      pixels -= rgb.length / 3;
      this.sized.delete(key);
    }
  }

  /** Pixels held now, of frames and of their smaller copies. */
  get pixels(): number {
    const frames = [...this.frames.values()].reduce((sum, f) => sum + f.pixels, 0);
    return [...this.sized.values()].reduce((sum, rgb) => sum + rgb.length / 3, frames);
  }

  private makeRoom(): void {
    let pixels = [...this.frames.values()].reduce((sum, f) => sum + f.pixels, 0);
    for (const [url, entry] of this.frames) {
      if (pixels <= this.maxPixels || this.frames.size === 1) return;
      pixels -= entry.pixels;
      this.drop(url);
    }
  }

  private drop(url: string): void {
    this.frames.delete(url);
    for (const key of this.sized.keys()) if (key.startsWith(`${url} `)) this.sized.delete(key);
  }
}

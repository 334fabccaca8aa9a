import { lightProfileId } from '@velvet-dusk/core/camera/lightProfile';
import { acescct } from '@velvet-dusk/core/colour/transfer/acescct';
import { transformBuffer } from '@velvet-dusk/core/colour/matrix';
import { rgbToRgb } from '@velvet-dusk/core/colour/rgbSpace';
import { working } from '@velvet-dusk/core/colour/spaces/index';
import { writeRgb16 } from '@velvet-dusk/core/formats/rgb16';
import { shrink } from '@velvet-dusk/core/formats/frameScale';
import { type FrameFacts, readFrame } from '@velvet-dusk/core/plate/facts';
import { readClipFrame } from '../frames/clip.ts';
import type { ShotRecord } from '@velvet-dusk/core/recording/shotRecord';
import type { DecodedFrame } from '../frames/frame.ts';
import { writeStored } from '../frames/stored.ts';
import { readFrameFile } from '../frames/read.ts';

export interface PlateTask {
  /** The file as it came. */
  path: string;
  fileName: string;
  /** Where the stored frame goes. */
  framePart: string;
  /** Seconds into a clip; without it the file is a frame. */
  time?: number;
}
export interface PlateFacts {
  width: number;
  height: number;
  depth: number;
  format: string;
  facts: FrameFacts;
  /** The profile that light was encoded in; undefined where the file held code. */
  profileId?: string;
  notes: string[];
  /** What the file says of how it was shot. */
  record: Partial<ShotRecord>;
  thumb: Uint8Array;
}

/** Longest side of a stored thumbnail, in pixels. Thumbnails stay in log, so that looks can be put on them live. */
const thumbWidth = 320;

/** Turns scene-linear light into code of the light profile, in place. */
function encodeLight(frame: DecodedFrame): void {
  if (!frame.scene) return;
  transformBuffer(rgbToRgb(frame.scene, working), frame.rgb);
  for (let i = 0; i < frame.rgb.length; i++) {
    const code = acescct.forward(frame.rgb[i]);
    frame.rgb[i] = code > 0 ? Math.min(code, 1) : 0;
  }
  frame.notes.push('Scene-linear light, kept as ACEScct.');
}

/** Reads a frame and stores it. Throws a FormatError where it is none. */
export async function readPlate({ path, fileName, framePart, time }: PlateTask): Promise<PlateFacts> {
  const frame: DecodedFrame =
    time === undefined ? await readFrameFile(path, fileName) : await readClipFrame(path, fileName, time);
  encodeLight(frame);
  const { width, height, rgb, depth, format, notes } = frame;
  await writeStored(framePart, frame);
  const scale = Math.min(1, thumbWidth / Math.max(width, height));
  const small = {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
  const thumb = writeRgb16({ ...small, rgb: shrink(rgb, width, height, small.width, small.height) });
  const facts = readFrame(rgb, { width, height, storedDepth: Math.min(depth, 16) });
  return {
    width,
    height,
    depth,
    format,
    facts,
    notes,
    record: frame.record ?? {},
    thumb,
    ...(frame.scene ? { profileId: lightProfileId } : {}),
  };
}

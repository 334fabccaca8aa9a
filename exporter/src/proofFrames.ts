import type { RecordedPixels } from '@velvet-dusk/core/order/plateCodes';
import { parsePng } from '@velvet-dusk/core/formats/png';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { sparse } from '@velvet-dusk/core/proposals/plateEvaluator';

/** A plate as its pack is proved on it and shown by it. */
export interface ProofFrame extends RecordedPixels {
  id: string;
  name: string;
  width: number;
  height: number;
}

/** The plates of a spec, decoded. Throws a FormatError for a picture that is none. */
export function framesOf({ plates, profiles }: PackSpec): ProofFrame[] {
  return plates.flatMap(({ id, name, profileId, shot, usedDepth = null, png }) => {
    const profile = profiles.find((p) => p.id === profileId);
    if (!profile) return [];
    const { width, height, rgb } = parsePng(Buffer.from(png, 'base64'), `plate ${name}`);
    return [{ id, name, profile, shot, usedDepth, width, height, rgb }];
  });
}

/** Pixels taken of each plate. */
const pixelsEach = 1200;

/** Frames with as few pixels as a proof takes of them. */
export const thinned = (frames: readonly ProofFrame[]): ProofFrame[] =>
  frames.map((frame) => ({ ...frame, ...sparse(frame.rgb, frame.width, frame.height, pixelsEach) }));

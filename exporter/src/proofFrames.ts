import { parsePng } from '@velvet-dusk/core/formats/png';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { proofPixels } from '@velvet-dusk/core/order/plateCodes';
import { noMarks } from '@velvet-dusk/core/recording/areas';
import {
  recordedFrame,
  recordedIn,
  type RecordedFrame,
  thinnedFrame,
} from '@velvet-dusk/core/recording/recordedFrame';

/** The plates of a spec, decoded. Throws a FormatError for a picture that is none. */
export function framesOf({ plates, profiles }: PackSpec): RecordedFrame[] {
  return plates.flatMap(({ id, name, profileId, shot, usedDepth = null, png }) => {
    const profile = profiles.find((p) => p.id === profileId);
    if (!profile) return [];
    const recording = { id, name, scene: '', ...recordedIn(profile, usedDepth), shot, marks: noMarks };
    return [recordedFrame(recording, parsePng(Buffer.from(png, 'base64'), `plate ${name}`))];
  });
}

/** Frames with as few pixels as a proof takes of them. */
export const proofFrames = (spec: PackSpec): RecordedFrame[] =>
  framesOf(spec).map((frame) => thinnedFrame(frame, proofPixels));

import type { Profile } from '../camera/profile.ts';
import { neutralShot } from '../look/shot.ts';
import { noMarks } from '../recording/areas.ts';
import type { Recording } from '../recording/recordedFrame.ts';

/** A recording that is corrected in nothing and marked nowhere. */
export const plainRecording = (id: string, profile: Profile, said: Partial<Recording> = {}): Recording => ({
  id,
  name: id,
  scene: id,
  profile,
  bits: profile.bitDepth,
  shot: neutralShot,
  marks: noMarks,
  ...said,
});

import { atDepth, type Profile } from '../camera/profile.ts';
import type { AcceptedMisses } from '../look/acceptedMisses.ts';
import type { PlateStrengths } from '../look/onPlate.ts';
import type { Shot } from '../look/shot.ts';
import { sparse } from '../numeric/sparse.ts';
import type { MarkedAreas } from './areas.ts';

/** What the codes of a plate mean: how it was recorded, what is corrected of it and what is marked on it. Without pixels. */
export interface Recording {
  id: string;
  name: string;
  /** What it shows: plates of one scene have the same. */
  scene: string;
  /** At the depth that its codes really use. */
  profile: Profile;
  /** Bits that its codes really use. */
  bits: number;
  shot: Shot;
  marks: MarkedAreas;
  /** How strong looks are on it, where that is not as they say. */
  strengths?: PlateStrengths | undefined;
  /** Readings that are meant to miss on it. */
  acceptedMisses?: AcceptedMisses | undefined;
}

/** A plate as it was recorded. */
export interface RecordedFrame extends Recording {
  width: number;
  height: number;
  /** Codes, interleaved RGB 0–1. */
  code: Float32Array;
}

/** What recorded something, and in how many bits. */
export type RecordedBy = Pick<Recording, 'profile' | 'bits'>;

/** Codes, and what they mean. */
export type RecordedCodes = Pick<RecordedFrame, 'code' | 'profile' | 'shot'>;

/** Profile and depth of codes that use so many bits; null where that is not known: then those that the profile writes. */
export function recordedIn(profile: Profile, usedDepth: number | null): RecordedBy {
  const bits = usedDepth ?? profile.bitDepth;
  return { profile: atDepth(profile, bits), bits };
}

/** A picture that was recorded so. */
export const recordedFrame = (
  recording: Recording,
  { width, height, rgb }: { width: number; height: number; rgb: Float32Array },
): RecordedFrame => ({ ...recording, width, height, code: rgb });

/** A frame with fewer of its pixels, about so many. */
export function thinnedFrame(frame: RecordedFrame, pixels: number): RecordedFrame {
  const { width, height, code } = frame;
  return width * height <= pixels ? frame : recordedFrame(frame, sparse(code, width, height, pixels));
}

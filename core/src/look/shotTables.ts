import { readUniform } from '../numeric/uniformTable.ts';
import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { type CompiledShot, compileShot, type Shot } from './shot.ts';

/**
 * The shot lane as tables, for a graphics processor that cannot run the curve itself: decode over code 0–1,
 * encode over log2(linear + offset). Linear interpolation between entries.
 */
export interface ShotTables {
  size: number;
  /** Row 0 decodes, row 1 encodes; `size` entries each. */
  data: Float32Array;
  decodeSpan: readonly [number, number];
  encodeSpan: readonly [low: number, high: number, offset: number];
  /** What is done to camera-linear light between the two. */
  correction: CompiledShot;
}

const size = 4096;
/** Keeps the shaper of the encode table finite and even around black. */
const offset = 1 / 32;
const low = -10;
const high = 10;

export function shotTables(profile: Profile, shot: Shot): ShotTables {
  const codec = makeCodec(profile);
  const data = new Float32Array(size * 2);
  for (let i = 0; i < size; i++) {
    const t = i / (size - 1);
    data[i] = codec.decode(t);
    data[size + i] = codec.encode(2 ** (low + t * (high - low)) - offset);
  }
  const correction = compileShot(shot, codec);
  return { size, data, decodeSpan: [0, 1], encodeSpan: [low, high, offset], correction };
}

/** Reads the tables: code → camera-linear and back, one channel; about ten times as fast as the curve. */
export function tableReader({ data, decodeSpan, encodeSpan }: ShotTables) {
  const read = (at: number, row: number) => readUniform(data, size - 1, at * (size - 1), row);
  const [from, to] = decodeSpan;
  const [lowest, highest, shift] = encodeSpan;
  return {
    decode: (code: number) => read((code - from) / (to - from), 0),
    encode: (linear: number) =>
      read((Math.log2(Math.max(linear + shift, 1e-9)) - lowest) / (highest - lowest), size),
  };
}

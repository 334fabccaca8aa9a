import { invert, multiply, transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb, type RgbSpace } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { balanceMatrix } from '../colour/balance.ts';
import { type Codec, makeCodec } from './codec.ts';
import { midGrey, stopsToLinear } from '../colour/exposure.ts';
import { atDepth } from './profile.ts';
import { memoizeRecent } from '../numeric/memoizeRecent.ts';
import { normals, seeded } from '../numeric/random.ts';
import { sensorAt } from './sensitivity.ts';

/** Frames whose noise is kept: a plate is recorded again and again, with the same seed. */
const keptNoise = 8;
/** Values of the largest frame whose noise is kept. */
const largestKept = 500_000;

function drawNoise(seed: number, count: number): Float64Array {
  const normal = normals(seeded(seed));
  const out = new Float64Array(count);
  for (let i = 0; i < count; i++) out[i] = normal();
  return out;
}
const noiseOf = memoizeRecent(keptNoise, drawNoise);

export interface RecordSettings {
  /** Stops by which the shot is over (+) or under (−). */
  exposure: number;
  /** EI the camera is set to; without one, its first base. */
  sensitivity?: number | undefined;
  /** How far the light is from the white the camera is set to: + mired is warmer, + Duv greener. */
  balance?: { mired: number; duv: number } | undefined;
  /** Seed of the noise. The same seed gives the same frame. */
  seed: number;
  /** 0 switches noise off; 1 is the sensor's own. */
  noise?: number | undefined;
  /** Bits written; without them, the profile's own. */
  bitDepth?: 8 | 10 | 12 | undefined;
}

/**
 * The sensor stand-in: records a scene-linear picture as a camera would. Balance error, camera primaries,
 * exposure, photon and read noise, clip, curve, quantisation at the chosen depth in the profile's range.
 * @param rgb interleaved scene-linear RGB of `scene`; not changed.
 * @returns code values 0–1 of all codes, each a whole code at the depth written.
 */
export function record(
  rgb: Float32Array,
  scene: RgbSpace,
  codec: Codec,
  settings: RecordSettings,
): Float32Array {
  const out = Float32Array.from(rgb);
  const toWorking = rgbToRgb(scene, working);
  const { mired, duv } = settings.balance ?? { mired: 0, duv: 0 };
  // The light is off by so much from what the camera takes for white: what a trim the other way takes back.
  const error = invert(balanceMatrix({ mired: -mired, duv: -duv }));
  transformBuffer(multiply(codec.fromWorking, error, toWorking), out);

  const gain = 2 ** settings.exposure;
  const sensor = sensorAt(codec, settings.sensitivity);
  const clip = stopsToLinear(sensor.clipStops);
  const read = sensor.readNoise;
  const amount = settings.noise ?? 1;
  const normal =
    amount === 0 ? null : (out.length <= largestKept ? noiseOf : drawNoise)(settings.seed, out.length);
  const perUnit = sensor.photonsAtGrey / midGrey;
  const bits = settings.bitDepth ?? codec.profile.bitDepth;
  const { encode } = bits === codec.profile.bitDepth ? codec : makeCodec(atDepth(codec.profile, bits));
  const top = 2 ** bits - 1;
  for (let i = 0; i < out.length; i++) {
    const light = out[i] * gain;
    const electrons = Math.max(light, 0) * perUnit;
    const noise = normal ? amount * Math.sqrt(electrons + read * read) * normal[i] : 0;
    const seen = Math.min(light + noise / perUnit, clip);
    const code = Math.min(Math.max(encode(seen), 0), 1);
    out[i] = Math.round(code * top) / top;
  }
  return out;
}

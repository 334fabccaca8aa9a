import { multiply, transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb, type RgbSpace } from '../colour/rgbSpace.ts';
import { working } from '../colour/spaces/index.ts';
import { balanceMatrix } from '../look/shot.ts';
import type { Codec } from './codec.ts';
import { midGrey, stopsToLinear } from './exposure.ts';
import { normals, seeded } from './random.ts';

export interface Recording {
  /** Stops by which the shot is over (+) or under (−). */
  exposure: number;
  /** EI the camera is set to; without one, its first base. */
  sensitivity?: number | undefined;
  /** Colour error of the light, as a filter before the lens: + mired is warmer, + Duv greener. */
  balance?: { mired: number; duv: number } | undefined;
  /** Seed of the noise. The same seed gives the same frame. */
  seed: number;
  /** 0 switches noise off; 1 is the sensor's own. */
  noise?: number | undefined;
}

/** Photons and read noise at a chosen EI: the nearest base at or below it, fewer photons above that base. */
function noiseModel(codec: Codec, sensitivity: number | undefined) {
  const bases = [...codec.profile.sensitivities].sort((a, b) => a.base - b.base);
  if (bases.length === 0) return { photons: 2500, read: 4 };
  const ei = sensitivity ?? bases[0].base;
  const base = bases.findLast((s) => s.base <= ei) ?? bases[0];
  return { photons: (base.photonsAtGrey * base.base) / ei, read: base.readNoise };
}

/**
 * The sensor stand-in: records a scene-linear picture as a camera would. Balance error, camera primaries,
 * exposure, photon and read noise, clip, curve, quantisation at the profile's depth and range.
 * @param rgb interleaved scene-linear RGB of `scene`; not changed.
 * @returns code values 0–1 of all codes, each a whole code at the profile's bit depth.
 */
export function record(rgb: Float32Array, scene: RgbSpace, codec: Codec, settings: Recording): Float32Array {
  const out = Float32Array.from(rgb);
  const toWorking = rgbToRgb(scene, working);
  const error = settings.balance ?? { mired: 0, duv: 0 };
  transformBuffer(multiply(codec.fromWorking, balanceMatrix(error), toWorking), out);

  const gain = 2 ** settings.exposure;
  const clip = stopsToLinear(codec.profile.sensor.clipStops);
  const { photons, read } = noiseModel(codec, settings.sensitivity);
  const amount = settings.noise ?? 1;
  const normal = normals(seeded(settings.seed));
  const perUnit = photons / midGrey;
  const top = 2 ** codec.profile.bitDepth - 1;
  for (let i = 0; i < out.length; i++) {
    const light = out[i] * gain;
    const electrons = Math.max(light, 0) * perUnit;
    const noise = amount * Math.sqrt(electrons + read * read) * normal();
    const seen = Math.min(light + noise / perUnit, clip);
    const code = Math.min(Math.max(codec.encode(seen), 0), 1);
    out[i] = Math.round(code * top) / top;
  }
  return out;
}

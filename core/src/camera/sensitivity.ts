import type { Codec } from './codec.ts';
import { linearToStops } from '../colour/exposure.ts';
import type { Profile } from './profile.ts';

export type Base = Profile['sensitivities'][number];

/** Photons and read noise of a profile that states no sensitivities: a sensor of middling quality. */
const unstated = { photonsAtGrey: 2500, readNoise: 4 };

export const basesOf = (profile: Profile): Base[] =>
  [...profile.sensitivities].sort((a, b) => a.base - b.base);

/** The base a setting works on: the nearest at or below it, or the lowest. Undefined where none is stated. */
export function baseFor(profile: Profile, ei: number | undefined): Base | undefined {
  const bases = basesOf(profile);
  return bases.findLast((b) => ei !== undefined && b.base <= ei) ?? bases[0];
}

/** What a sensor does at one setting. */
export interface SensorState {
  base: Base | undefined;
  /** Stops from mid-grey at which it clips, and under which nothing is usable. */
  clipStops: number;
  floorStops: number;
  /** Photons counted at mid-grey, and electrons of read noise. */
  photonsAtGrey: number;
  readNoise: number;
}

/**
 * The sensor at a setting (EI; none is its first base). Above the base each stop of EI lets a stop less light in: the
 * clip moves up by it, as far as the code goes, the floor too, and the photons halve (common practice).
 */
export function sensorAt(codec: Codec, ei: number | undefined): SensorState {
  const { profile } = codec;
  const base = baseFor(profile, ei);
  const push = base && ei !== undefined ? Math.log2(ei / base.base) : 0;
  const ceiling = linearToStops(codec.decode(1));
  const { photonsAtGrey, readNoise } = base ?? unstated;
  return {
    base,
    clipStops: Math.min(profile.sensor.clipStops + push, Math.max(ceiling, profile.sensor.clipStops)),
    floorStops: profile.sensor.floorStops + push,
    photonsAtGrey: photonsAtGrey / 2 ** push,
    readNoise,
  };
}

import { makeCodec } from '../../camera/codec.ts';
import type { Profile } from '../../camera/profile.ts';
import { record } from '../../camera/sensor.ts';
import { working } from '../../colour/spaces/index.ts';
import { neutralShot } from '../../look/shot.ts';
import type { RecordedFrame } from '../../recording/recordedFrame.ts';
import { stressTargets } from './index.ts';
import type { StressTarget } from './target.ts';

const prefix = 'target:';
/** The plate a target is on a board. */
export const targetPlateId = ({ id }: StressTarget): string => `${prefix}${id}`;
/** Targets as boards name plates. */
export const targetSources = stressTargets.map((t) => ({ id: targetPlateId(t), name: t.label }));

export const targetOf = (plateId: string): StressTarget | undefined =>
  stressTargets.find((t) => targetPlateId(t) === plateId);

/** A stress target as a camera records it; without noise, so that what is seen is the look's. */
export function recordTarget(target: StressTarget, profile: Profile): RecordedFrame {
  const { width, height, marks } = target;
  const bits = target.bits ?? profile.bitDepth;
  const settings = { exposure: 0, seed: 1, noise: 0, bitDepth: target.bits };
  const code = record(target.light(), working, makeCodec(profile), settings);
  const [id, name] = [targetPlateId(target), target.label];
  return { id, name, scene: name, width, height, code, profile, bits, shot: neutralShot, marks };
}

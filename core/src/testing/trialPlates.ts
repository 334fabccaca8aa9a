import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { neutralShot } from '../look/shot.ts';
import { sparse } from '../proposals/plateEvaluator.ts';
import { noMarks } from '../readings/reading.ts';
import type { TrialPlate } from '../trial/reshoot.ts';
import { demoScene } from './demoScenes.ts';

/** A demo master as a camera recorded it, with so many pixels as a trial takes them. */
export function trialPlate(
  name: string,
  profile: Profile,
  { pixels = 6000, exposure = 0, noise = 1 } = {},
): TrialPlate {
  const scene = demoScene(name);
  const { width, height, rgb } = sparse(scene.rgb, scene.width, scene.height, pixels);
  const code = record(rgb, bt709, makeCodec(profile), { exposure, seed: 3, noise });
  const { bitDepth: bits } = profile;
  return { id: name, width, height, code, profile, bits, shot: neutralShot, marks: noMarks };
}

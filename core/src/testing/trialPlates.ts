import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { sparse } from '../numeric/sparse.ts';
import type { RecordedFrame } from '../recording/recordedFrame.ts';
import { demoScene } from './demoScenes.ts';
import { plainRecording } from './recorded.ts';

/** A demo master as a camera recorded it, with so many pixels as a trial takes them. */
export function trialPlate(
  name: string,
  profile: Profile,
  { pixels = 6000, exposure = 0, noise = 1 } = {},
): RecordedFrame {
  const scene = demoScene(name);
  const { width, height, rgb } = sparse(scene.rgb, scene.width, scene.height, pixels);
  const code = record(rgb, bt709, makeCodec(profile), { exposure, seed: 3, noise });
  return { ...plainRecording(name, profile), width, height, code };
}

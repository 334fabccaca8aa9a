import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import { transformBuffer } from '../colour/matrix.ts';
import { trimDisplay } from '../look/placement.ts';
import { isNeutralShot, neutralShot } from '../look/shot.ts';
import { correctedCode } from '../look/trimCode.ts';
import { applyLut } from '../lut/apply.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import { codeToLight } from '../order/end.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { atRest, type Condition } from '../trial/condition.ts';
import type { TrialContext } from '../trial/recordingFit.ts';
import type { RecordedFrame } from '../recording/recordedFrame.ts';
import { reshoot } from '../trial/reshoot.ts';
import type { View } from './report/view.ts';

export interface TryOrder {
  /** Corrections of the shot ahead of the LUT, as log trims, or behind it on the finished picture. */
  trims: 'before' | 'after';
  /** 0–1; mixed in code where both ends are the same, in the picture elsewhere. */
  strength: number;
  /** Stops by which the camera was set over (+) or under (−). */
  exposure: number;
}

export interface TrySetting {
  profiles: readonly Profile[];
  practice: PracticeSettings;
}

const rendering = compileRendering(standardRendering);

/** Codes of a recording as codes of the usual display, without any look. */
function normalise(code: Float32Array, profile: Profile): Float32Array {
  const out = Float32Array.from(code);
  codeToLight(profile, neutralShot)(out);
  rendering.run(out);
  return out;
}

const mix = (from: Float32Array, to: Float32Array, strength: number) =>
  strength === 1 ? to : to.map((v, i) => from[i] + strength * (v - from[i]));

/** Codes of a camera, or of a display, through a LUT as it is put to use on them: no more is done than a node of a program does. */
function graded(view: View, code: Float32Array, profile: Profile, strength: number): Float32Array {
  const { input, output, lut } = view;
  const takesDisplay = input.end.kind === 'display';
  const before = takesDisplay ? normalise(code, profile) : code;
  const after = Float32Array.from(before);
  applyLut(lut, after, 'tetrahedral');
  if (output.end.kind === 'scene') {
    const mixed = input === output ? mix(before, after, strength) : after;
    // What gives camera code needs a conversion behind it: from the camera it gives.
    const picture = normalise(mixed, output.end.profile);
    return input === output ? picture : mix(normalise(code, profile), picture, strength);
  }
  const shown = view.shown(after);
  return mix(takesDisplay ? before : normalise(code, profile), shown, strength);
}

/** A plate without the LUT, as it was shot. */
function asShot({ code, profile, shot, width, height, marks }: RecordedFrame, practice: PracticeSettings) {
  const scene = Float32Array.from(code);
  correctedCode(profile, shot)(scene);
  const signal = normalise(scene, profile);
  codeToLight(profile, neutralShot)(scene);
  const pipeline = { rendering, look: () => {}, output: (rgb: Float32Array) => rendering.run(rgb) };
  return { width, height, signal, scene, pipeline, marks, practice };
}

/**
 * A plate through a LUT as it would be used, recorded again at another exposure where that is asked for, with what readings
 * ask of it. The LUT gets the codes it is said to take: those of the plate's camera, or of a normalised picture.
 */
export function tryLut(
  view: View,
  plate: RecordedFrame,
  { trims, strength, exposure }: TryOrder,
  { profiles, practice }: TrySetting,
): TrialContext {
  const condition: Condition = { ...atRest(plate.id, ''), exposure };
  const { code: recorded, profile, bits, shot } = reshoot(plate, condition, profiles);
  const trimmed = Float32Array.from(recorded);
  correctedCode(profile, shot)(trimmed);
  const signal = graded(view, trims === 'before' ? trimmed : recorded, profile, strength);
  if (!isNeutralShot(shot) && trims === 'after') trimDisplay(rendering, shot)(signal);
  const scene = trimmed;
  codeToLight(profile, neutralShot)(scene);
  const codec = makeCodec(profile);
  const { width, height, marks } = plate;
  return {
    width,
    height,
    signal,
    scene,
    marks,
    practice,
    recording: { profile, bits },
    asShot: () => asShot(plate, practice),
    accepted: plate.acceptedMisses,
    code: recorded,
    candidates: profiles,
    pipeline: {
      rendering,
      look: () => {},
      // Light as the camera records it, then as the picture goes.
      output(rgb) {
        transformBuffer(codec.fromWorking, rgb);
        mapBuffer(rgb, (x) => Math.min(Math.max(codec.encode(x), 0), 1));
        rgb.set(graded(view, Float32Array.from(rgb), profile, strength));
      },
    },
  };
}

import { makeCodec } from '../camera/codec.ts';
import { atDepth, type Profile } from '../camera/profile.ts';
import { record } from '../camera/sensor.ts';
import { codeToSignal, levels, signalToCode } from '../colour/range.ts';
import { working } from '../colour/spaces/index.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import { neutralShot, type Shot } from '../look/shot.ts';
import { codeToLight } from '../order/end.ts';
import type { RecordedBy, RecordedCodes, RecordedFrame } from '../recording/recordedFrame.ts';
import { type Condition, isAsRecorded, type rangeMistakes } from './condition.ts';

/** A plate after a condition: codes, what they are taken for, the bits it was recorded in, and the shot lane still to come. */
export type ShotAgain = RecordedCodes & RecordedBy;

/** Depth in which a range is mistaken: that of most connections. */
const mistakenDepth = 10;

function mistakeRange(code: Float32Array, mistake: (typeof rangeMistakes)[number]): void {
  if (mistake === 'none') return;
  const narrow = levels('narrow', mistakenDepth);
  const hold = (v: number) => Math.min(Math.max(v, 0), 1);
  mapBuffer(code, (v) =>
    hold(mistake === 'full-as-narrow' ? codeToSignal(v, narrow) : signalToCode(v, narrow)),
  );
}

function lightOf({ code, profile }: RecordedFrame, shot: Shot): Float32Array {
  const light = Float32Array.from(code);
  codeToLight(profile, shot)(light);
  return light;
}

const known = new WeakMap<Float32Array, { profile: string; light: Float32Array }>();
/** Light of a plate before its corrections, worked out once for all its cells. Not to be written to. */
function recordedLight(plate: RecordedFrame): Float32Array {
  const found = known.get(plate.code);
  // By what it says: workers get a copy of a profile with every cell.
  const profile = JSON.stringify(plate.profile);
  if (found?.profile === profile) return found.light;
  const light = lightOf(plate, neutralShot);
  known.set(plate.code, { profile, light });
  return light;
}

/** Every plate has noise of its own, the same in every run. */
function seedOf(id: string): number {
  let seed = 7;
  for (const letter of id) seed = (seed * 31 + letter.codePointAt(0)!) >>> 0;
  return seed;
}

/**
 * Records a plate again under a condition, by the sensor stand-in: its light is decoded, changed, given noise, clipped and
 * encoded. What was lost when the plate was first recorded stays lost. A camera that takes another's place takes the light as
 * it is after the plate's own corrections.
 * @param profiles those a condition may name. Throws a RangeError for one that is not there.
 */
export function reshoot(plate: RecordedFrame, condition: Condition, profiles: readonly Profile[]): ShotAgain {
  const named = (id: string): Profile => {
    const found = profiles.find((p) => p.id === id);
    if (!found) throw new RangeError(`no camera profile "${id}"`);
    return found;
  };
  const { recordedBy, readAs, rangeMistake, sensitivity, bitDepth } = condition;
  const camera = recordedBy === null ? plate.profile : named(recordedBy);
  const isOther = camera.id !== plate.profile.id;
  let code: Float32Array;
  let shot = plate.shot;
  if (isAsRecorded(condition)) code = Float32Array.from(plate.code);
  else {
    const light = isOther ? lightOf(plate, plate.shot) : recordedLight(plate);
    if (isOther) shot = neutralShot;
    const settings = {
      exposure: condition.exposure,
      balance: { mired: condition.mired, duv: condition.duv },
      sensitivity: sensitivity ?? undefined,
      noise: condition.noise,
      bitDepth: bitDepth ?? undefined,
      seed: seedOf(plate.id),
    };
    code = record(light, working, makeCodec(camera), settings);
  }
  mistakeRange(code, rangeMistake);
  const bits = bitDepth ?? (isOther ? camera.bitDepth : plate.bits);
  return { code, profile: atDepth(readAs === null ? camera : named(readAs), bits), bits, shot };
}

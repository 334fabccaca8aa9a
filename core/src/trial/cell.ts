import type { Profile } from '../camera/profile.ts';
import { type Look, newLook } from '../look/document.ts';
import type { LutMap } from '../look/steps/step.ts';
import { acceptedOn } from '../look/acceptedMisses.ts';
import { strengthOnPlate } from '../look/onPlate.ts';
import { neutralShot } from '../look/shot.ts';
import { correctedCode } from '../look/trimCode.ts';
import { applyCube } from '../lut/apply.ts';
import type { PreviewBaker } from '../order/previewBaker.ts';
import { codeToLight } from '../order/end.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { Reading } from '../readings/reading.ts';
import type { Display } from '../render/display.ts';
import { oncePer } from '../numeric/oncePer.ts';
import { Recent } from '../numeric/recent.ts';
import { type Verdict, worstVerdict } from '../numeric/verdict.ts';
import { worstReading } from './worst.ts';
import { atRest, type Condition, isAsRecorded } from './condition.ts';
import { takeTrialReadings } from './readings.ts';
import type { TrialContext } from './recordingFit.ts';
import type { RecordedFrame } from '../recording/recordedFrame.ts';
import { readLookKey } from './lookKey.ts';
import { reshoot } from './reshoot.ts';

/** What a board is measured with. */
export interface TrialSetting {
  display: Display;
  practice: PracticeSettings;
  profiles: readonly Profile[];
  luts?: LutMap | undefined;
  /** Keeps what cells share: one baker for a board. */
  baker: PreviewBaker;
}

/** A cell, developed and measured. */
export interface Cell {
  context: TrialContext;
  readings: Reading[];
  verdict: Verdict;
  /** The reading it is named by; null where all hold. */
  worst: Reading | null;
}

/** How strong a cell has its look: as its condition says, else as its plate does, else as the look does. */
export const cellStrength = (
  look: Pick<Look, 'strength'>,
  { lookId, strength }: Condition,
  { strengths }: Pick<RecordedFrame, 'strengths'>,
): number => strength ?? strengthOnPlate({ id: readLookKey(lookId).id, strength: look.strength }, strengths);

/** Is a plate shown as it was shot? */
const isAsShot = (condition: Condition, trim: { exposure: number; mired: number }): boolean =>
  isAsRecorded(condition) &&
  condition.readAs === null &&
  condition.rangeMistake === 'none' &&
  trim.exposure === 0 &&
  trim.mired === 0;

/** Plates as they were shot, by their codes: every cell of a row asks for the same one. */
const plainOf = oncePer((_code: Float32Array) => new Recent<TrialContext>(2));

/** A plate as it was shot, without a look: what a look is given where nothing goes wrong. */
function asShot(plate: RecordedFrame, setting: TrialSetting): TrialContext {
  const { code, profile, shot, marks } = plate;
  const { display, practice } = setting;
  return plainOf(code).get(JSON.stringify([profile, shot, marks, display, practice]), () =>
    developCell(plate, newLook('No look'), { ...atRest(plate.id, ''), strength: 0 }, setting),
  );
}

/** Develops a plate under a condition through the baked cube, as it will be used. @param look as the condition names it. @param trim on top of the plate's own. */
export function developCell(
  plate: RecordedFrame,
  look: Look,
  condition: Condition,
  setting: TrialSetting,
  trim: { exposure: number; mired: number } = { exposure: 0, mired: 0 },
): TrialContext {
  const { display, practice, profiles, luts, baker } = setting;
  const shotAgain = reshoot(plate, condition, profiles);
  const { profile, bits } = shotAgain;
  const shot = {
    ...shotAgain.shot,
    exposure: shotAgain.shot.exposure + trim.exposure,
    mired: shotAgain.shot.mired + trim.mired,
  };
  const code = Float32Array.from(shotAgain.code);
  correctedCode(profile, shot)(code);
  const { cube, pipeline } = baker.bake({
    look: { ...look, strength: cellStrength(look, condition, plate) },
    profile,
    display,
    role: 'combined',
    grid: condition.grid,
    luts,
  });
  const scene = Float32Array.from(code);
  codeToLight(profile, neutralShot)(scene);
  applyCube(cube, code, condition.interpolation);
  const signal = code.map(pipeline.rendering.toSignal);
  const { width, height, marks } = plate;
  return {
    width,
    height,
    signal,
    scene,
    pipeline,
    marks,
    practice,
    recording: { profile, bits },
    asShot: isAsShot(condition, trim) ? undefined : () => asShot(plate, setting),
    accepted: acceptedOn(look, plate),
    code: shotAgain.code,
    candidates: profiles,
  };
}

/** Develops and measures a cell. @param judged IDs of the readings that are taken; all where there are none. */
export function runCell(
  plate: RecordedFrame,
  look: Look,
  condition: Condition,
  setting: TrialSetting,
  judged?: readonly string[],
): Cell {
  const context = developCell(plate, look, condition, setting);
  const readings = takeTrialReadings(context, judged);
  return {
    context,
    readings,
    verdict: worstVerdict(readings.map((r) => r.verdict)),
    worst: worstReading(readings),
  };
}

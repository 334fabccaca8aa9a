import { makeCodec } from '../camera/codec.ts';
import type { Profile } from '../camera/profile.ts';
import type { Look } from '../look/document.ts';
import type { LutMap } from '../look/steps/step.ts';
import { neutralShot } from '../look/shot.ts';
import { trimCode } from '../look/trimCode.ts';
import { applyCube } from '../lut/apply.ts';
import type { PreviewBaker } from '../order/previewBaker.ts';
import { codeToLight } from '../order/end.ts';
import { takeReadings } from '../readings/index.ts';
import type { PracticeSettings } from '../readings/practice.ts';
import type { Reading, ReadingContext } from '../readings/reading.ts';
import type { Display } from '../render/display.ts';
import { type Verdict, worstVerdict } from '../numeric/verdict.ts';
import type { Condition } from './condition.ts';
import { reshoot, type TrialPlate } from './reshoot.ts';

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
  context: ReadingContext;
  readings: Reading[];
  verdict: Verdict;
  /** The reading that lies furthest outside its band; null where all hold. */
  worst: Reading | null;
}

/** The reading that lies furthest outside its band. */
export const worstReading = (readings: readonly Reading[]): Reading | null =>
  readings.reduce<Reading | null>((worst, r) => (r.miss > (worst?.miss ?? 0) ? r : worst), null);

/** Develops a plate under a condition through the baked cube, as it will be used. @param look as the condition names it. */
export function developCell(
  plate: TrialPlate,
  look: Look,
  condition: Condition,
  { display, practice, profiles, luts, baker }: TrialSetting,
): ReadingContext {
  const { code, profile, shot } = reshoot(plate, condition, profiles);
  if (Object.values(shot).some((v) => v !== 0)) trimCode(makeCodec(profile), shot)(code);
  const { cube, pipeline } = baker.bake({
    look: condition.strength === null ? look : { ...look, strength: condition.strength },
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
  return { width, height, signal, scene, pipeline, marks, practice };
}

/** Develops and measures a cell. */
export function runCell(plate: TrialPlate, look: Look, condition: Condition, setting: TrialSetting): Cell {
  const context = developCell(plate, look, condition, setting);
  const readings = takeReadings(context);
  return {
    context,
    readings,
    verdict: worstVerdict(readings.map((r) => r.verdict)),
    worst: worstReading(readings),
  };
}

import { type EvaluatedPlate, PlateEvaluator, plateOfLight } from '../proposals/plateEvaluator.ts';
import { type PracticeSettings, usualPractice } from '../readings/practice.ts';
import { noMarks } from '../recording/areas.ts';
import { standardDisplay } from '../render/display.ts';
import { profileOf } from './profiles.ts';

/** An evaluator of light alone, a row of pixels where no size is said: of a usual camera, on the standard display, marked nowhere. */
export const evaluatorOfLight = (
  light: Float32Array,
  said: Partial<EvaluatedPlate> = {},
  practice: Partial<PracticeSettings> = {},
): PlateEvaluator =>
  new PlateEvaluator(
    {
      width: light.length / 3,
      height: 1,
      ...plateOfLight(light),
      profile: profileOf('heron'),
      display: standardDisplay,
      marks: noMarks,
      ...said,
    },
    { ...usualPractice, ...practice },
  );

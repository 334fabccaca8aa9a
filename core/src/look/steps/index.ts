import { balance } from './balance.ts';
import { cdl } from './cdl.ts';
import { channelMix } from './channelMix.ts';
import { cleanEnds } from './cleanEnds.ts';
import { colourBox } from './colourBox.ts';
import { colourDensity } from './colourDensity.ts';
import { contrast } from './contrast.ts';
import { curves } from './curves.ts';
import { drawTogether } from './drawTogether.ts';
import { exposure } from './exposure.ts';
import { blackWhitePoint } from './blackWhitePoint.ts';
import { gamutCompression } from './gamutCompression.ts';
import { hueBelt } from './hueBelt.ts';
import { negative } from './negative.ts';
import { placedLut } from './placedLut.ts';
import { print } from './print.ts';
import { printerLights } from './printerLights.ts';
import { satByLuminance } from './satByLuminance.ts';
import { satBySaturation } from './satBySaturation.ts';
import { saturation } from './saturation.ts';
import { primariesAndSecondaries } from './primariesAndSecondaries.ts';
import { skinKeep } from './skinKeep.ts';
import type { StepDefinition } from './step.ts';
import { toeShoulder } from './toeShoulder.ts';
import { zones } from './zones.ts';

/** Every look step, in the order a recipe usually holds them. To add one: a file beside these, a line here, a test. */
export const stepDefinitions = [
  exposure,
  balance,
  printerLights,
  contrast,
  toeShoulder,
  zones,
  curves,
  channelMix,
  hueBelt,
  primariesAndSecondaries,
  saturation,
  satByLuminance,
  satBySaturation,
  colourDensity,
  colourBox,
  drawTogether,
  skinKeep,
  cdl,
  negative,
  print,
  placedLut,
  cleanEnds,
  blackWhitePoint,
  gamutCompression,
] as const;

export type StepType = (typeof stepDefinitions)[number]['id'];

/** The steps a new look starts with. */
export const startingSteps: readonly StepType[] = ['exposure', 'contrast', 'zones', 'saturation'];

export function stepDefinition(type: string): StepDefinition {
  const found = stepDefinitions.find((d) => d.id === type);
  if (!found) throw new RangeError(`no step "${type}"`);
  return found as unknown as StepDefinition;
}

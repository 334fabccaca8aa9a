import type { StepType } from '@velvet-dusk/core/look/steps/index';
import type { DockId } from '../../state/view.ts';

/** Which dock holds the control of a step; its numbers stand in the recipe too. */
export const dockOf: Readonly<Record<StepType, DockId>> = {
  exposure: 'tone',
  balance: 'tone',
  printerLights: 'tone',
  contrast: 'tone',
  toeShoulder: 'tone',
  zones: 'tone',
  blackWhitePoint: 'tone',
  cleanEnds: 'tone',
  curves: 'curves',
  satByLuminance: 'curves',
  satBySaturation: 'curves',
  channelMix: 'hue',
  hueBelt: 'hue',
  primariesAndSecondaries: 'hue',
  saturation: 'hue',
  colourDensity: 'hue',
  cdl: 'hue',
  gamutCompression: 'hue',
  colourBox: 'boxes',
  drawTogether: 'boxes',
  skinKeep: 'boxes',
  negative: 'film',
  print: 'film',
  placedLut: 'lut',
};

export const dockLabels: readonly { value: DockId; label: string; hint: string }[] = [
  { value: 'tone', label: 'Tone', hint: 'The tone curve over stops, zones and contrast' },
  { value: 'hue', label: 'Hue', hint: 'The hue belt: turn, saturation and density by hue' },
  {
    value: 'curves',
    label: 'Curves',
    hint: 'Curves over stops, and saturation by luminance and by saturation',
  },
  { value: 'boxes', label: 'Boxes', hint: 'Soft colour selections, and skin keep' },
  { value: 'film', label: 'Film', hint: 'Negative, development, lights and print, as curves' },
  {
    value: 'match',
    label: 'Match',
    hint: 'The plate beside a finished still, zone by zone, and the way there',
  },
  { value: 'lut', label: 'Placed LUT', hint: 'An imported LUT as a step' },
  {
    value: 'texture',
    label: 'Texture',
    hint: 'Grain, halation and their like: on the picture and the look card, never in a LUT',
  },
  { value: 'path', label: 'Path', hint: 'The practitioner’s path as a measured checklist' },
];

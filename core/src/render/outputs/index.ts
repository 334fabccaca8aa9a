import { bt709 } from '../../colour/spaces/bt709.ts';
import { bt1886 } from '../../colour/transfer/bt1886.ts';
import { srgbCurve } from '../../colour/transfer/srgb.ts';
import type { OutputDefinition } from './output.ts';

const bt709Video: OutputDefinition = {
  id: 'bt1886',
  label: 'BT.709, gamma 2.4',
  space: bt709,
  curve: bt1886(),
  citation: 'ITU-R BT.709-6 primaries, ITU-R BT.1886 display',
};

const srgb: OutputDefinition = {
  id: 'srgb',
  label: 'sRGB',
  space: bt709,
  curve: srgbCurve,
  citation: 'IEC 61966-2-1:1999',
};

/** Every display a look can be rendered for. To add one: an object here and its check. */
export const outputs = { bt1886: bt709Video, srgb } as const;
export type OutputId = keyof typeof outputs;

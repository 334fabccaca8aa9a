import { hlg, pq } from './hdr.ts';
import type { OutputDefinition } from './output.ts';
import { bt2020Video, bt709Video, cinemaP3, displayP3, srgb } from './sdr.ts';

/** Every display a look can be rendered for. To add one: an object, a line here, and its check. */
export const outputs = {
  bt1886: bt709Video,
  srgb,
  'display-p3': displayP3,
  'p3-d65': cinemaP3,
  bt2020: bt2020Video,
  hlg,
  pq,
} as const satisfies Record<string, OutputDefinition>;
export type OutputId = keyof typeof outputs;
export const outputIds = Object.keys(outputs) as [OutputId, ...OutputId[]];

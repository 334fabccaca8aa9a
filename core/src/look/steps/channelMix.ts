import { z } from 'zod';
import { invert, type Mat3, transformBuffer } from '../../colour/matrix.ts';
import { defineStep } from './step.ts';

const share = (label: string) =>
  z.number().min(-0.3).max(0.3).default(0).meta({ label, unit: '', step: 0.005 });

type Mix = Record<
  'redFromGreen' | 'redFromBlue' | 'greenFromRed' | 'greenFromBlue' | 'blueFromRed' | 'blueFromGreen',
  number
>;

/** Each row gives away of its own what it takes of others, so that greys stay. */
const matrixOf = (p: Mix): Mat3 =>
  [
    ...[1 - p.redFromGreen - p.redFromBlue, p.redFromGreen, p.redFromBlue],
    ...[p.greenFromRed, 1 - p.greenFromRed - p.greenFromBlue, p.greenFromBlue],
    ...[p.blueFromRed, p.blueFromGreen, 1 - p.blueFromRed - p.blueFromGreen],
  ] as unknown as Mat3;

/** Channel mix in working RGB; greys stay. */
export const channelMix = defineStep({
  id: 'channelMix',
  label: 'Channel mix',
  schema: z.strictObject({
    redFromGreen: share('Red from green'),
    redFromBlue: share('Red from blue'),
    greenFromRed: share('Green from red'),
    greenFromBlue: share('Green from blue'),
    blueFromRed: share('Blue from red'),
    blueFromGreen: share('Blue from green'),
  }),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => Object.values(p).every((v) => v === 0),
  summary: (p) => `${Object.values(p).filter((v) => v !== 0).length} of 6`,
  compile(p) {
    const m = matrixOf(p);
    return { run: (rgb) => transformBuffer(m, rgb), inverse: (rgb) => transformBuffer(invert(m), rgb) };
  },
});

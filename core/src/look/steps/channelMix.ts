import { z } from 'zod';
import { mixMatrix, mixShape } from '../../colour/greyMix.ts';
import { invert, transformBuffer } from '../../colour/matrix.ts';
import { defineStep } from './step.ts';

/** Channel mix in working RGB; greys stay. */
export const channelMix = defineStep({
  id: 'channelMix',
  label: 'Channel mix',
  schema: z.strictObject(mixShape(-0.3, 0.3)),
  keeps: { neutral: true, luminance: false },
  isNeutral: (p) => Object.values(p).every((v) => v === 0),
  summary: (p) => `${Object.values(p).filter((v) => v !== 0).length} of 6`,
  compile(p) {
    const m = mixMatrix(p);
    return { run: (rgb) => transformBuffer(m, rgb), inverse: (rgb) => transformBuffer(invert(m), rgb) };
  },
});

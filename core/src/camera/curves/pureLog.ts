import { z } from 'zod';
import { cameraLog } from '../../colour/transfer/cameraLog.ts';
import { defineFamily } from './family.ts';

/** Below this argument the logarithm is held: some 33 stops under mid-grey, far below any sensor. */
const smallestArgument = 1e-10;

export const pureLog = defineFamily({
  id: 'pureLog',
  label: 'Pure log',
  schema: z.strictObject({
    family: z.literal('pureLog'),
    base: z.number().gt(1).default(2).meta({ label: 'Base' }),
    logSideSlope: z.number().gt(0).meta({ label: 'Log-side slope' }),
    logSideOffset: z.number().meta({ label: 'Log-side offset' }),
    linSideSlope: z.number().gt(0).default(1).meta({ label: 'Lin-side slope' }),
    linSideOffset: z.number().min(0).default(0).meta({ label: 'Lin-side offset' }),
  }),
  make(p) {
    // The break is put where the argument of the log runs out, so one formula serves both families.
    return cameraLog({ ...p, linSideBreak: (smallestArgument - p.linSideOffset) / p.linSideSlope });
  },
  citation: 'Common LUT Format, Academy S-2014-006: linToLog with camera parameters',
});

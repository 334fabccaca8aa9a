import { z } from 'zod';
import { cameraLog, type CameraLogParams } from '../../colour/transfer/cameraLog.ts';
import { defineFamily } from './family.ts';

/** Below this argument the logarithm goes on as a line: some 33 stops under mid-grey, far below any sensor. */
const smallestArgument = 1e-10;

/** The break is put where the argument of the log runs out, so one formula serves both families. */
export const pureLogCurve = (p: Omit<CameraLogParams, 'linSideBreak' | 'linearSlope'>) =>
  cameraLog({ ...p, linSideBreak: (smallestArgument - p.linSideOffset) / p.linSideSlope });

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
  make: pureLogCurve,
  example: {
    family: 'pureLog',
    base: 2,
    logSideSlope: 1 / 17.52,
    logSideOffset: 9.72 / 17.52,
    linSideSlope: 1,
    linSideOffset: 0,
  },
  citation: 'Common LUT Format, Academy S-2014-006: linToLog with camera parameters',
});

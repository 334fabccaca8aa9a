import { cameraLog, type CameraLogParams, type Curve } from './cameraLog.ts';

/** Below this argument the logarithm goes on as a line: some 33 stops under mid-grey, far below any sensor. */
const smallestArgument = 1e-10;

/** A logarithm without a toe. The break is put where its argument runs out, so one formula serves both kinds. */
export const pureLogCurve = (p: Omit<CameraLogParams, 'linSideBreak' | 'linearSlope'>): Curve =>
  cameraLog({ ...p, linSideBreak: (smallestArgument - p.linSideOffset) / p.linSideSlope });

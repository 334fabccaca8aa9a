import { cameraLog, type CameraLogParams } from './cameraLog.ts';

/** ACEScct, Academy S-2016-001, section 4.4.1: log2 with 17.52 stops to 1, offset 9.72, break at 2^-7. */
export const acescctParams: CameraLogParams = {
  base: 2,
  logSideSlope: 1 / 17.52,
  logSideOffset: 9.72 / 17.52,
  linSideSlope: 1,
  linSideOffset: 0,
  linSideBreak: 0.0078125,
};

export const acescct = cameraLog(acescctParams);

/** ACEScct of the largest half float: no light is above it (S-2016-001). */
export const highestAcescct = acescct.forward(65504);

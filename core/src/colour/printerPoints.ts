/** One printer point in log10 exposure; twelve make a stop (common practice). */
export const logExposurePerPoint = 0.025;

/** A camera stop in points of light. */
export const pointsPerStop = Math.log10(2) / logExposurePerPoint;
